"""Every check of the project, ending with pytest's summary line. Called by `./northsquall test [--deep]`."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
BIN = Path(sys.executable).parent
CACHE = Path(tempfile.gettempdir()) / f"northsquall-checks-{os.getuid()}"


def command(name: str, *args: str, cwd: Path = ROOT) -> tuple[str, bool, float, str]:
    """Run one check; its name, whether it holds, seconds, and what it printed."""
    begin = time.monotonic()
    done = subprocess.run(args, cwd=cwd, capture_output=True, text=True, check=False)
    return name, done.returncode == 0, time.monotonic() - begin, done.stdout + done.stderr


def generated() -> tuple[str, bool, float, str]:
    """Schemas, OpenAPI and its types are what the code writes today."""
    begin = time.monotonic()
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder)
        said = ""
        for args in (
            [sys.executable, "-m", "northsquall.cli", "schemas", folder],
            [
                sys.executable,
                "server/manage.py",
                "export_openapi_schema",
                "--api",
                "api.routes.api",
                "--sorted",
                "--indent",
                "1",
                "--output",
                str(out / "openapi.json"),
            ],
            ["npx", "--prefix", "web", "openapi-typescript", str(out / "openapi.json"), "-o", str(out / "schema.d.ts")],
        ):
            done = subprocess.run(args, cwd=ROOT, capture_output=True, text=True, check=False)
            if done.returncode:
                said += done.stdout + done.stderr
        for name in ("procedure.json", "assessment.json", "laboratory.json", "openapi.json"):
            if not said and (ROOT / "docs" / "schema" / name).read_text("utf-8") != (out / name).read_text("utf-8"):
                said += f"docs/schema/{name} is not what the models give: run ./northsquall generate\n"
        if not said and (ROOT / "web/src/api/schema.d.ts").read_text("utf-8") != (out / "schema.d.ts").read_text("utf-8"):
            said += "web/src/api/schema.d.ts is not what the API gives: run ./northsquall generate\n"
        lock = (ROOT / "web" / "package-lock.json").read_text("utf-8")
        if '"resolved": "http' in lock:
            said += "web/package-lock.json records download addresses\n"
    return "generated files", not said, time.monotonic() - begin, said


def checks() -> bool:
    """Everything but pytest, two at a time."""
    web = ROOT / "web"
    jobs = [
        lambda: command("ruff format", str(BIN / "ruff"), "format", "--check", "--cache-dir", str(CACHE / "ruff"), "."),
        lambda: command("ruff", str(BIN / "ruff"), "check", "--cache-dir", str(CACHE / "ruff"), "."),
        lambda: command("mypy", str(BIN / "mypy"), "--cache-dir", str(CACHE / "mypy")),
        lambda: command("import contracts", str(BIN / "lint-imports"), "--no-cache"),
        lambda: command("check-data", sys.executable, "-m", "northsquall.cli", "check-data"),
        lambda: command("migrations", sys.executable, "server/manage.py", "makemigrations", "--check", "--dry-run"),
        generated,
        lambda: command("svelte-check", "npm", "run", "-s", "check", cwd=web),
        lambda: command("eslint and prettier", "npm", "run", "-s", "lint", cwd=web),
        lambda: command("vitest", "npm", "run", "-s", "test", cwd=web),
    ]
    good = True
    with ThreadPoolExecutor(2) as pool:
        for name, ok, seconds, said in pool.map(lambda j: j(), jobs):
            print(f"{'ok  ' if ok else 'FAIL'} {name} ({seconds:.0f} s)", flush=True)
            if not ok:
                good = False
                print(said[-4000:], flush=True)
    return good


def main() -> int:
    """Checks, then pytest on a database of its own; pytest's summary is the last line."""
    deep = "--deep" in sys.argv
    rest = [a for a in sys.argv[1:] if a != "--deep"]
    data = Path(tempfile.mkdtemp(prefix="northsquall-test-"))
    env = os.environ
    env.update(NORTHSQUALL_DATA=str(data), NORTHSQUALL_DEEP="1" if deep else "", HYPOTHESIS_STORAGE_DIRECTORY=str(CACHE / "hypothesis"))
    env.pop("NORTHSQUALL_DB_SOCKET", None)
    env["NORTHSQUALL_NO_WARM"] = "1"
    try:
        started = subprocess.run([ROOT / "northsquall", "database"], capture_output=True, text=True, check=False)
        if started.returncode:
            print(started.stderr)
            return 1
        env["NORTHSQUALL_DB_SOCKET"] = next(
            Path(tempfile.gettempdir()).glob(f"northsquall-{os.getuid()}-{_short(data)}/db.sock")
        ).as_posix()
        good = True if rest else checks()
        print(flush=True)
        runs = [rest] if rest else [["-m", "timed"], ["-m", "not timed", "-n", "2", "--dist", "loadgroup"]]  # the clock is held alone
        codes = [subprocess.run([sys.executable, "-m", "pytest", *r], cwd=ROOT, check=False).returncode for r in runs]
        return next((c for c in codes if c), 0 if good else 1)
    finally:
        subprocess.run([ROOT / "northsquall", "stop"], capture_output=True, check=False)
        shutil.rmtree(data, ignore_errors=True)


def _short(data: Path) -> str:
    import hashlib

    return hashlib.sha256(str(data).encode()).hexdigest()[:8]


if __name__ == "__main__":
    sys.exit(main())
