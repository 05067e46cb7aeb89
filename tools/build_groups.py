"""Fit the condensed-phase group table on the organics of the general libraries and write data/heat/groups.csv.

Run by hand: `.venv/bin/python tools/build_groups.py`. CRC first, WebBook where CRC has none; solids moved
to the melt by their heat of fusion; what is off by more than 60 kJ/mol from a fit that never saw it is
dropped (handbook of the data: WebBook's column holds slips of 50 to 1300).
"""

from __future__ import annotations

import csv
import sys
from collections import Counter
from pathlib import Path

import numpy as np

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "core"))

from northsquall.heat.groups import counts

OUT = Path(__file__).resolve().parent.parent / "core" / "northsquall" / "data" / "heat" / "groups.csv"
ELEMENTS = {"C", "H", "N", "O", "S", "F", "Cl", "Br", "I"}


def molecules() -> dict[str, float]:
    """Formation enthalpy in the melt (kJ/mol, 25 °C) by canonical SMILES without stereo."""
    import chemicals
    from chemicals import Hfl, Hfs, Hfus, Tm
    from chemicals.identifiers import pubchem_db
    from chemicals.reaction import Hfl_methods, Hfs_methods
    from rdkit import Chem, RDLogger

    RDLogger.DisableLog("rdApp.*")
    pubchem_db.autoload_main_db()
    pubchem_db.finish_loading()
    out: dict[str, tuple[int, float]] = {}
    for meta in pubchem_db.CAS_index.values():
        cas = meta.CASs
        try:
            l_methods, s_methods = Hfl_methods(cas), Hfs_methods(cas)
        except Exception:
            continue
        if not l_methods and not s_methods:
            continue
        mol = Chem.MolFromSmiles(meta.smiles or "")
        if mol is None or "." in meta.smiles or not any(a.GetSymbol() == "C" for a in mol.GetAtoms()) or mol.GetNumHeavyAtoms() < 2:
            continue
        if any(a.GetSymbol() not in ELEMENTS or a.GetIsotope() for a in mol.GetAtoms()):
            continue
        tm = Tm(cas)
        best: tuple[int, float] | None = None
        for rank, method in ((0, "CRC"), (1, "WEBBOOK")):
            if method in l_methods and best is None:
                best = (rank, Hfl(cas, method=method) / 1e3)
                if tm and tm > 303 and method in s_methods and abs(best[1] - Hfs(cas, method=method) / 1e3) < 5:
                    best = None  # a solid's value under "liquid"
            if method in s_methods and best is None and tm:
                fus = Hfus(CASRN=cas) if chemicals.Hfus_methods(CASRN=cas) else None
                lift = fus / 1e3 - 0.03 * (tm - 298) if fus else 0.0522 * tm
                best = (rank, Hfs(cas, method=method) / 1e3 + max(lift, 0.0))
        if best is None:
            continue
        smiles = Chem.MolToSmiles(mol, isomericSmiles=False)
        if smiles not in out or best[0] < out[smiles][0]:
            out[smiles] = best
    return {k: v for k, (_, v) in out.items()}


def fit(data: dict[str, float], alpha: float = 1.0) -> tuple[list[str], np.ndarray, np.ndarray]:
    """(counts, weights, residual of each molecule in a fit that never saw it) by ridge; folds of ten."""
    names = list(data)
    rows = [dict(counts(s)) for s in names]
    keys = sorted({k for r in rows for k in r})
    index = {k: i for i, k in enumerate(keys)}
    x = np.zeros((len(names), len(keys)))
    for i, r in enumerate(rows):
        for k, n in r.items():
            x[i, index[k]] = n
    y = np.array([data[n] for n in names])
    fold = np.arange(len(names)) % 10
    off = np.zeros(len(names))
    for f in range(10):
        keep = fold != f
        w = np.linalg.solve(x[keep].T @ x[keep] + alpha * np.eye(len(keys)), x[keep].T @ y[keep])
        off[~keep] = y[~keep] - x[~keep] @ w
    w = np.linalg.solve(x.T @ x + alpha * np.eye(len(keys)), x.T @ y)
    return keys, w, off


def main() -> int:
    """Fit twice: once to find what is off, once without it. Write the table."""
    data = molecules()
    _, _, off = fit(data)
    kept = {k: v for (k, v), e in zip(data.items(), off, strict=True) if abs(e) <= 60}
    keys, w, off = fit(kept)
    seen: Counter[str] = Counter(k for s in kept for k, _ in counts(s))
    with OUT.open("w", newline="", encoding="utf-8") as handle:
        handle.write("# Group table of the melt: ridge fit, used as differences only. CRC and WebBook via chemicals.\n")
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(("count", "weight_kJ", "seen"))
        for k, v in zip(keys, w, strict=True):
            writer.writerow((k, f"{v:.3f}", seen[k]))
    print(
        f"{len(data)} molecules, {len(kept)} kept, {len(keys)} counts, median {np.median(np.abs(off)):.1f}, 90 % {np.percentile(np.abs(off), 90):.1f}",
        file=sys.stderr,
    )
    return 0


if __name__ == "__main__":
    sys.exit(main())
