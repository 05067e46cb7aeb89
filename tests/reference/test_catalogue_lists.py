"""The catalogue's files are what the lists in tools/catalogue and the libraries give: nobody edits one without the other."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest

from northsquall.reading.tokens import substances_in
from northsquall.substances import catalogue

ROOT = Path(__file__).resolve().parents[2]
DATA = ROOT / "core" / "northsquall" / "data"


def test_the_lists_give_the_files(tmp_path: Path) -> None:
    out = tmp_path / "substances"
    out.mkdir()
    (tmp_path / "chemistry").mkdir()
    subprocess.run([sys.executable, str(ROOT / "tools" / "build_catalogue.py"), str(out)], check=True, capture_output=True, timeout=300)
    for name in ("substances/identity.csv", "substances/values.csv", "substances/solutions_salts.csv", "chemistry/roots.csv"):
        assert (tmp_path / name).read_text("utf-8") == (DATA / name).read_text("utf-8"), name


@pytest.mark.parametrize(
    ("written", "molar_mass"),
    [
        ("trisodium citrate dihydrate", 294.10),
        ("Na2MoO4·2H2O", 241.95),
        ("magnesium chloride hexahydrate", 203.30),
        ("MgCl2 x 6H2O", 203.30),
        ("lithium hydroxide monohydrate", 41.96),
        ("barium chloride (dihydrate)", 244.26),
        ("sodium carbonate monohydrate", 124.00),
        ("chrome alum", 499.40),
    ],
)
def test_a_hydrate_has_the_molar_mass_on_its_bottle(written: str, molar_mass: float) -> None:
    """Molar masses as suppliers print them (memory)."""
    [token] = substances_in(written)
    assert catalogue().substances[str(token.value)].mass == pytest.approx(molar_mass, rel=2e-4)


def test_a_hydrate_that_is_made_when_asked_for_is_no_new_entry() -> None:
    listed = set(catalogue().substances)
    assert "potassium oxalate monohydrate" not in listed and "potassium oxalate monohydrate" in catalogue().substances
    assert "ethanol monohydrate" not in catalogue().substances and "borax decahydrate" not in listed
    assert set(catalogue().substances) == listed


@pytest.mark.parametrize(
    ("fat", "low", "high"),
    [("olive oil", 184, 196), ("coconut oil", 248, 265), ("lard", 190, 202), ("castor oil", 176, 187), ("linseed oil", 188, 196)],
)
def test_a_fat_takes_as_much_caustic_as_its_saponification_value_says(fat: str, low: float, high: float) -> None:
    """mg of potassium hydroxide per gram: ranges of the usual tables of fats and oils (Codex Alimentarius standard 210; memory); 3 % for what no pure ester is."""
    found = catalogue().find(fat)
    assert found is not None and found.smiles is not None
    value = 3 * 56.106e3 / found.mass
    assert 0.97 * low <= value <= 1.03 * high
