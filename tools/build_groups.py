"""Fit the condensed-phase group table on the organics of the general libraries and write data/heat/groups.csv.

Run by hand: `.venv/bin/python tools/build_groups.py`. CRC first, WebBook where CRC has none; solids moved
to the melt by their heat of fusion; what is off by more than 60 kJ/mol from a fit that never saw it is
dropped (handbook of the data: WebBook's column holds slips of 50 to 1300).
"""

from __future__ import annotations

import csv
import re
import sys
from collections import Counter
from pathlib import Path

import numpy as np

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "core"))

from northsquall.heat.groups import counts

OUT = Path(__file__).resolve().parent.parent / "core" / "northsquall" / "data" / "heat" / "groups.csv"
ELEMENTS = {"C", "H", "N", "O", "S", "F", "Cl", "Br", "I"}


AGREES = 40.0
"""WebBook's entries are kept where a fit on CRC's alone, which never saw them, lies within this (kJ/mol)."""


def molecules() -> dict[str, float]:
    """Formation enthalpy in the melt (kJ/mol, 25 °C) by canonical SMILES: CRC, and WebBook where it agrees with a fit on CRC."""
    both = _tabulated()
    crc = {k: v for k, (rank, v) in both.items() if rank == 0}
    keys, w, _ = fit(crc)
    weight = dict(zip(keys, w, strict=True))
    out = dict(crc)
    for k, (rank, v) in both.items():
        found = counts(k)
        if rank and all(c in weight for c, _ in found) and abs(v - sum(n * weight[c] for c, n in found)) <= AGREES:
            out[k] = v
    return out


def _tabulated() -> dict[str, tuple[int, float]]:
    """(0 for CRC or 1 for WebBook, formation enthalpy in the melt) by SMILES."""
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
    return out


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


def pairs(known: dict[str, float]) -> list[tuple[str, str, str, float]]:
    """(family, substrate, product, increment) over molecules of the table, by the one-substrate templates of increments.csv."""
    from rdkit import Chem, RDLogger
    from rdkit.Chem import rdChemReactions

    RDLogger.DisableLog("rdApp.*")
    rows = csv.DictReader(line for line in (OUT.parent / "increments.csv").open(encoding="utf-8") if not line.startswith("#"))
    out = []
    for row in rows:
        m = re.search(r"template (\S+>>\S+)$", row["note"].strip())
        if not m or row["context"] != "any" or row["phase"] not in ("l", "l*") or "." in m[1]:
            continue
        reaction = rdChemReactions.ReactionFromSmarts(m[1])
        if reaction.GetNumReactantTemplates() != 1:
            continue
        for smiles, hf in known.items():
            seen = set()
            for (p,) in reaction.RunReactants((Chem.MolFromSmiles(smiles),))[:8]:
                try:
                    Chem.SanitizeMol(p)
                    flat = Chem.MolToSmiles(Chem.MolFromSmiles(Chem.MolToSmiles(p)), isomericSmiles=False)
                except Exception:
                    continue
                if flat in known and flat != smiles and flat not in seen:
                    seen.add(flat)
                    out.append((row["family"], smiles, flat, known[flat] - hf))
    return out


APART = 40.0
"""Pairs further than this (kJ/mol) from their family's median are set aside."""


def kept_pairs(known: dict[str, float]) -> list[tuple[str, str, str, float]]:
    """Pairs without those that contradict their family."""
    found = pairs(known)
    by: dict[str, list[float]] = {}
    for family, _, _, i in found:
        by.setdefault(family, []).append(i)
    middle = {k: float(np.median(v)) for k, v in by.items()}
    return [x for x in found if abs(x[3] - middle[x[0]]) <= APART]


class Fit:
    """A ridge fit that can leave one molecule out at the cost of one product."""

    def __init__(self, known: dict[str, float]) -> None:
        self.known = known
        rows = [dict(counts(s)) for s in known]
        self.index = {k: i for i, k in enumerate(sorted({k for r in rows for k in r}))}
        self.x = np.zeros((len(rows), len(self.index)))
        for i, r in enumerate(rows):
            for k, n in r.items():
                self.x[i, self.index[k]] = n
        self.at = {s: i for i, s in enumerate(known)}
        self.inverse = np.linalg.inv(self.x.T @ self.x + np.eye(len(self.index)))
        self.w = self.inverse @ (self.x.T @ np.array(list(known.values())))

    def without(self, smiles: str) -> np.ndarray:
        """Weights of the fit without one molecule (rank-one change)."""
        v = self.x[self.at[smiles]]
        u = self.inverse @ v
        return self.w + u * (v @ self.w - self.known[smiles]) / (1 - v @ u)

    def difference(self, a: str, p: str) -> float:
        """Group difference p − a, the product left out of the fit."""
        return float((self.x[self.at[p]] - self.x[self.at[a]]) @ self.without(p))


def main() -> int:
    """Fit twice: once to find what is off, once without it. Write the tables."""
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
    found, model = kept_pairs(kept), Fit(kept)
    off_by: dict[str, list[float]] = {}
    for family, a, p, i in found:
        off_by.setdefault(family, []).append(model.difference(a, p) - i)
    with (OUT.parent / "pairs.csv").open("w", newline="", encoding="utf-8") as handle:
        handle.write(
            "# Increments of single pairs in the melt, kJ/mol; group_rms: scatter of the group difference in the family, products left out. CRC and WebBook via chemicals.\n"
        )
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(("family", "substrate", "product", "increment_kJ", "group_rms"))
        for family, a, p, i in found:
            writer.writerow((family, a, p, f"{i:.1f}", f"{np.sqrt(np.mean(np.square(off_by[family]))):.1f}"))
    print(f"{len(found)} pairs in {len(off_by)} families", file=sys.stderr)
    print(
        f"{len(data)} molecules, {len(kept)} kept, {len(keys)} counts, median {np.median(np.abs(off)):.1f}, 90 % {np.percentile(np.abs(off), 90):.1f}",
        file=sys.stderr,
    )
    return 0


if __name__ == "__main__":
    sys.exit(main())
