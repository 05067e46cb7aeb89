"""What the start command says when it cannot: one sentence, what to do, exit not 0."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]


def northsquall(*args: str, root: Path = ROOT, path: Path | None = None, **env: str) -> subprocess.CompletedProcess[str]:
    """Run the command with an environment of its own; `path` goes before PATH."""
    full = {k: v for k, v in os.environ.items() if not k.startswith("NORTHSQUALL_")} | env
    if path:
        full["PATH"] = f"{path}:{full['PATH']}"
    return subprocess.run([root / "northsquall", *args], env=full, capture_output=True, text=True, check=False, timeout=120)


def fake(folder: Path, name: str, body: str) -> None:
    folder.mkdir(exist_ok=True)
    (folder / name).write_text(f"#!/bin/bash\n{body}\n")
    (folder / name).chmod(0o755)


def one_sentence(done: subprocess.CompletedProcess[str], *words: str) -> None:
    lines = [line for line in done.stderr.splitlines() if line.startswith("northsquall: ")]
    assert done.returncode != 0 and len(lines) == 1, done.stderr
    for word in words:
        assert word in lines[0], lines[0]


def test_help_and_an_unknown_command() -> None:
    assert "./northsquall assess FILE" in northsquall("help").stdout
    one_sentence(northsquall("fly"), "“fly” is no command", "help")


def test_port_taken(tmp_path: Path) -> None:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        s.listen()
        port = str(s.getsockname()[1])
        one_sentence(
            northsquall("start", NORTHSQUALL_DATA=str(tmp_path / "d"), NORTHSQUALL_PORT=port), f"port {port} is taken", "NORTHSQUALL_PORT"
        )
    assert not (tmp_path / "d" / "mariadb").exists()


@pytest.mark.parametrize("port", ["seventy", "99999"])
def test_port_that_is_none(tmp_path: Path, port: str) -> None:
    one_sentence(northsquall("start", NORTHSQUALL_DATA=str(tmp_path / "d"), NORTHSQUALL_PORT=port), port)


def test_another_users_data_folder(tmp_path: Path) -> None:
    fake(tmp_path / "bin", "stat", 'if [ "$2" = %u ]; then echo 12345; else echo somebody; fi')
    one_sentence(
        northsquall("start", path=tmp_path / "bin", NORTHSQUALL_DATA=str(tmp_path / "d")), "belongs to somebody", "NORTHSQUALL_DATA"
    )


def test_data_folder_that_cannot_be_made(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("")
    one_sentence(northsquall("start", NORTHSQUALL_DATA=str(tmp_path / "file" / "d")), "cannot be made", "NORTHSQUALL_DATA")


def test_disk_full(tmp_path: Path) -> None:
    fake(tmp_path / "bin", "df", "echo 'Filesystem 1M-blocks Used Available Use% Mounted on'; echo 'x 10 8 2 80% /'")
    one_sentence(northsquall("start", path=tmp_path / "bin", NORTHSQUALL_DATA=str(tmp_path / "d")), "2 MB are free", "300 MB")


def test_packages_missing_and_not_root(tmp_path: Path) -> None:
    fake(tmp_path / "bin", "dpkg-query", '[ "$4" = mariadb-server ] || [ "$3" = mariadb-server ] && exit 1; echo "install ok installed"')
    fake(tmp_path / "bin", "id", 'if [ "$1" = -u ]; then echo 1000; else echo somebody; fi')
    folder = tmp_path / "d"
    folder.mkdir()
    fake(tmp_path / "bin", "stat", "echo 1000")
    one_sentence(northsquall("start", path=tmp_path / "bin", NORTHSQUALL_DATA=str(folder)), "sudo apt-get install", "mariadb-server")


def test_no_network_on_a_fresh_machine(tmp_path: Path) -> None:
    """A checkout without its environment, and pip that reaches nothing."""
    root = tmp_path / "checkout"
    root.mkdir()
    shutil.copy(ROOT / "northsquall", root)
    shutil.copytree(ROOT / "requirements", root / "requirements")
    fake(
        tmp_path / "bin",
        "python3",
        'if [ "$2" = venv ]; then mkdir -p "$3/bin"; printf "#!/bin/bash\\nexit 1\\n" > "$3/bin/python"; chmod +x "$3/bin/python"; fi; exit 0',
    )
    one_sentence(northsquall("assess", "x.txt", root=root, path=tmp_path / "bin", NORTHSQUALL_DATA=str(tmp_path / "d")), "no network")


def test_assess_from_the_shell(tmp_path: Path) -> None:
    env = {"NORTHSQUALL_DATA": str(tmp_path)}
    good = northsquall("assess", str(ROOT / "demo" / "4-nitroacetanilide.txt"), **env)
    assert good.returncode == 0 and "Proposed: acceptable" in good.stdout
    empty = tmp_path / "empty.txt"
    empty.write_text("")
    bad = northsquall("assess", str(empty), **env)
    assert bad.returncode == 2 and bad.stdout == "" and bad.stderr.count("\n") == 1


def test_stop_without_a_start_is_harmless(tmp_path: Path) -> None:
    done = northsquall("stop", NORTHSQUALL_DATA=str(tmp_path))
    assert done.returncode == 0 and "stopped" in done.stderr
