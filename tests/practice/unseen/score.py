"""Scores the unseen texts of this folder against what was worked out by hand: `python tests/practice/unseen/score.py [--why]`."""

from __future__ import annotations

import re
import sys
import tomllib
from pathlib import Path
from typing import Any

from northsquall.assess import assess
from northsquall.reading import read

HERE = Path(__file__).resolve().parent
RANK = {"note": 0, "condition": 1, "stop": 2}
SHARES = ("charges", "limiting", "reactions", "gas", "demands", "findings", "verdict")


def checks(expected: dict[str, Any], text: str) -> list[tuple[str, bool, str]]:
    """(share, right, what) of one text; `alarm` for a finding that must not be."""
    a = assess(read(text))
    out: list[tuple[str, bool, str]] = []
    for words, mol, tolerance in expected.get("charges", []):
        found = [
            m.mol.best
            for m in a.materials
            if m.mol.best is not None and m.role != "absorber" and re.search(words, f"{m.text} {m.name}", re.I)
        ]
        right = any(abs(x - mol) <= tolerance * mol for x in [*found, sum(found)])
        out.append(("charges", right, f"{words}: want {mol}, got {found}"))
    if "limiting" in expected:
        limiting = [m.name for m in a.materials if m.limiting]
        out.append(
            ("limiting", any(re.search(expected["limiting"], x, re.I) for x in limiting), f"want {expected['limiting']}, got {limiting}")
        )
    for pattern in expected.get("reactions", []):
        found_in = [
            r
            for r in a.reactions
            if re.search(pattern, f"{r.family} {r.equation} {r.names}") and (r.extent_mol is None or r.extent_mol > 0)
        ]
        out.append(("reactions", bool(found_in), f"{pattern}: {[r.family for r in a.reactions]}"))
    for formula, low, high, open_ in expected.get("gases", []):
        seen = [g.mol.best for g in a.gases if g.formula == formula or (formula == "NO2" and g.formula in ("NO", "NO2"))]
        right = any(x is not None and low <= x <= high for x in seen) or (open_ and (None in seen or low == 0.0))
        out.append(("gas", right, f"{formula}: want {low}..{high}, got {seen}"))
    for gas, reagent, low, high in expected.get("demands", []):
        need = [
            g.absorber["mol_required"]["best"]
            for g in a.gases
            if g.formula == gas and g.absorber and re.search(reagent, g.absorber["reagent"])
        ]
        out.append(("demands", any(x is not None and low <= x <= high for x in need), f"{gas}: want {low}..{high}, got {need}"))
    for codes in expected.get("must", []):
        hit = [f.code for f in a.findings if f.code in codes and RANK[f.severity] >= (0 if f.code[0] == "P" or f.code == "H01" else 1)]
        out.append(("findings", bool(hit), f"{codes}: got {sorted({f.code for f in a.findings if f.severity != 'note'})}"))
    for f in a.findings:
        if f.code in expected.get("must_not", []) and f.severity != "note":
            out.append(("alarm", False, f"{f.code} {f.severity}: {f.message[:120]}"))
    for severity in ("stop", "condition"):  # each further one is an alarm, unless it has been blamed already
        some = [f for f in a.findings if f.severity == severity and f.code not in expected.get("must_not", [])]
        for f in some[expected.get(f"max_{severity}s", len(some)) :]:
            out.append(("alarm", False, f"further {f.code} {severity}: {f.message[:120]}"))
    out.append(
        (
            "verdict",
            a.verdict in expected["verdict"],
            f"want {expected['verdict']}, got {a.verdict}: {[f.code + ' ' + f.severity for f in a.findings if f.severity != 'note']}",
        )
    )
    return out


def all_checks(*, every: int = 1, latest: int = 0) -> dict[str, list[tuple[str, bool, str]]]:
    """Checks by name: of every so many-th text, and of the latest ones whole."""
    expected = tomllib.loads((HERE / "expected.toml").read_text("utf-8"))
    last = len(expected) - latest
    expected = {n: e for i, (n, e) in enumerate(expected.items()) if i % every == 0 or i >= last}
    return {name: checks(e, (HERE / f"{name}.txt").read_text("utf-8")) for name, e in expected.items()}


def shares(found: dict[str, list[tuple[str, bool, str]]]) -> dict[str, float]:
    """Share of right checks by kind; `alarms` is a count."""
    lines = [x for xs in found.values() for x in xs]
    out = {k: sum(ok for s, ok, _ in lines if s == k) / max(sum(s == k for s, _, _ in lines), 1) for k in SHARES}
    out["alarms"] = float(sum(s == "alarm" for s, _, _ in lines))
    return out


def main() -> int:
    """Print the table; with --why every check that is wrong."""
    found = all_checks()
    for name, lines in found.items():
        wrong = [x for x in lines if not x[1]]
        print(f"{name:30} {sum(ok for _, ok, _ in lines)}/{len(lines)}")
        for s, _, what in wrong if "--why" in sys.argv else []:
            print(f"     {s}: {what}")
    print("  ".join(f"{k} {v:.3f}" for k, v in shares(found).items()))
    return 0


if __name__ == "__main__":
    sys.exit(main())
