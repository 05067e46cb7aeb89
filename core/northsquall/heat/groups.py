"""Condensed-phase group table: formation enthalpy in the melt as a sum over structure counts, used as differences only.

Fitted by tools/build_groups.py (ridge, no intercept) on organics of the general libraries; shipped as
data/heat/groups.csv. kJ/mol, 25 °C.
"""

from __future__ import annotations

from collections import Counter
from functools import cache

from rdkit import Chem

from northsquall import data


@cache
def counts(smiles: str) -> tuple[tuple[str, int], ...]:
    """Structure counts of a molecule. Raises ValueError if it cannot be parsed.

    Bonds (elements, aromatic, order, ring); atoms (element, H, degree, charge, hybridisation); atoms with
    their sorted neighbours; rings (size, aromatic, sp2 atoms, hetero atoms); ortho pairs; C–C bonds by degree.
    """
    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    out: Counter[str] = Counter()
    for bond in mol.GetBonds():
        a, b = sorted((bond.GetBeginAtom(), bond.GetEndAtom()), key=_label)
        out[f"b {_label(a)}{'~' if bond.GetIsAromatic() else bond.GetBondTypeAsDouble()}{_label(b)} {int(bond.IsInRing())}"] += 1
        if a.GetSymbol() == b.GetSymbol() == "C" and not bond.GetIsAromatic():
            x, y = sorted((a.GetDegree(), b.GetDegree()))
            out[f"d {x}{y}"] += 1
    for atom in mol.GetAtoms():
        out[f"a {atom.GetSymbol()} {atom.GetTotalNumHs()} {atom.GetDegree()} {atom.GetFormalCharge()} {atom.GetHybridization()}"] += 1
        near = sorted(
            f"{_label(n)}{'~' if (x := mol.GetBondBetweenAtoms(atom.GetIdx(), n.GetIdx())).GetIsAromatic() else x.GetBondTypeAsDouble()}"
            for n in atom.GetNeighbors()
        )
        out[f"n {_label(atom)}{atom.GetTotalNumHs()} {' '.join(near)}"] += 1
    for ring in mol.GetRingInfo().AtomRings():
        atoms = [mol.GetAtomWithIdx(i) for i in ring]
        aromatic = all(x.GetIsAromatic() for x in atoms)
        out[f"r {len(ring)} {int(aromatic)}"] += 1
        sp2 = sum(x.GetHybridization() == Chem.HybridizationType.SP2 for x in atoms)
        hetero = sum(x.GetSymbol() != "C" for x in atoms)
        out[f"r {len(ring)} {int(aromatic)} {sp2} {hetero}"] += 1
    for bond in mol.GetBonds():
        if not bond.GetIsAromatic():
            continue
        ends = []
        for atom in (bond.GetBeginAtom(), bond.GetEndAtom()):
            outside = [n for n in atom.GetNeighbors() if not mol.GetBondBetweenAtoms(atom.GetIdx(), n.GetIdx()).GetIsAromatic()]
            ends.append(sorted(_label(n) for n in outside)[0] if outside else None)
        if None not in ends:
            out["o " + " ".join(sorted(str(e) for e in ends))] += 1
    return tuple(sorted(out.items()))


def _label(atom: Chem.Atom) -> str:
    return f"{atom.GetSymbol()}{'a' if atom.GetIsAromatic() else ''}"


@cache
def table() -> dict[str, tuple[float, int]]:
    """Weight (kJ/mol) and number of molecules seen, per count."""
    return {r["count"]: (float(r["weight_kJ"]), int(r["seen"])) for r in data.table("heat/groups.csv")}


def difference(before: list[str], after: list[str]) -> tuple[float, int]:
    """(Σ after − Σ before by groups, kJ/mol; the least number of molecules that showed a changed count).

    A changed count that was never seen gives 0 as the second.
    """
    change: Counter[str] = Counter()
    for smiles, sign in [(s, 1) for s in after] + [(s, -1) for s in before]:
        for key, n in counts(smiles):
            change[key] += sign * n
    known = table()
    total, least = 0.0, 10**6
    for key, n in change.items():
        if not n:
            continue
        weight, seen = known.get(key, (0.0, 0))
        total += n * weight
        least = min(least, seen)
    return total, least
