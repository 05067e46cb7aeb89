"""The catalogue's files are what the lists in tools/catalogue and the libraries give: nobody edits one without the other."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
DATA = ROOT / "core" / "northsquall" / "data"


def test_the_lists_give_the_files(tmp_path: Path) -> None:
    out = tmp_path / "substances"
    out.mkdir()
    (tmp_path / "chemistry").mkdir()
    subprocess.run([sys.executable, str(ROOT / "tools" / "build_catalogue.py"), str(out)], check=True, capture_output=True, timeout=300)
    for name in ("substances/identity.csv", "substances/values.csv", "substances/solutions_salts.csv", "chemistry/roots.csv"):
        assert (tmp_path / name).read_text("utf-8") == (DATA / name).read_text("utf-8"), name
