"""Density of a liquid from its formula alone, where no measured value is known.

Girolami's rule (G. S. Girolami, J. Chem. Educ. 71, 962, 1994; memory): molar mass over five times the sum of relative
atomic volumes, ten per cent more for each hydroxyl, carboxyl, primary or secondary amine, amide and sulfoxide or sulfone
group and for a ring, seven and a half for a ring that is fused on, thirty per cent at most.
"""

from __future__ import annotations

from functools import lru_cache

from rdkit import Chem

VOLUME = {"H": 1.0, "C": 2.0, "N": 2.0, "O": 2.0, "F": 2.0, "Si": 4.0, "P": 4.0, "S": 4.0, "Cl": 4.0, "Se": 5.0, "Br": 5.0, "I": 7.5}
"""Relative volumes of the rule. Boron and the metals have theirs too, but what holds them is sold in solution: its millilitres are none of the liquid itself."""
BOUND = tuple(
    Chem.MolFromSmarts(x)
    for x in ("[OX2H;!$(OC=O)]", "C(=O)[OX2H]", "[NX3;H1,H2;!$(NC=O)]", "[NX3]C=O", "[#16X3](=O)([#6])[#6]", "[#16X4](=O)(=O)([#6])[#6]")
)
PER_GROUP, PER_RING, PER_FUSED, MOST = 0.10, 0.10, 0.075, 0.30
SPREAD = 0.10
"""Twice the standard deviation from the 165 liquids whose density the general libraries have (0.99 ± 0.05)."""


@lru_cache(maxsize=1024)
def estimated_density(smiles: str) -> float | None:
    """g/mL at room temperature of the liquid with this structure; None for salts, mixtures and what holds boron or a metal.

    >>> round(estimated_density("ClC(=O)c1ccccc1") or 0, 2)
    1.24
    """
    mol = Chem.MolFromSmiles(smiles) if smiles and "." not in smiles else None
    if mol is None or any(a.GetFormalCharge() for a in mol.GetAtoms() if a.GetSymbol() not in ("N", "O")):
        return None
    whole = Chem.AddHs(mol)
    if not any(a.GetSymbol() == "C" for a in whole.GetAtoms()) or any(a.GetSymbol() not in VOLUME for a in whole.GetAtoms()):
        return None
    mass = sum(a.GetMass() for a in whole.GetAtoms())
    volume = 5.0 * sum(VOLUME[a.GetSymbol()] for a in whole.GetAtoms())
    more = PER_GROUP * sum(len(mol.GetSubstructMatches(p)) for p in BOUND)
    rings = [set(r) for r in mol.GetRingInfo().AtomRings()]
    fused = sum(1 for i, r in enumerate(rings) if any(len(r & q) > 1 for q in rings[:i]))
    more += PER_RING * (len(rings) - fused) + PER_FUSED * fused
    return mass / volume * (1.0 + min(more, MOST))
