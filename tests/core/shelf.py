"""Charges for the ledger's tests: what stands on the shelf of the work."""

from __future__ import annotations

from northsquall.chemistry.ledger import Stream
from northsquall.chemistry.walk import ionic_solid
from northsquall.substances import catalogue

# acids, bases, salts, oxidants, reductants, metals, reagents, organics
SHELF = [
    "sulfuric acid", "nitric acid", "hydrochloric acid", "hydrobromic acid", "phosphoric acid", "acetic acid", "sodium hydroxide", "ammonia", "sodium carbonate",
    "sodium hydrogen carbonate", "calcium carbonate", "sodium sulfite", "sodium hydrogen sulfite", "sodium metabisulfite", "sodium thiosulfate", "sodium nitrite", "sodium chloride", "potassium bromide",
    "potassium iodide", "sodium sulfide", "iron(II) sulfide", "potassium permanganate", "hydrogen peroxide", "sodium hypochlorite", "bromine", "iodine", "zinc", "copper", "magnesium", "sodium",
    "sodium borohydride", "lithium aluminium hydride", "sodium hydride", "calcium carbide", "thionyl chloride", "phosphoryl chloride", "phosphorus pentachloride", "aluminium chloride", "acetyl chloride", "oxalyl chloride",
    "acetic anhydride", "p-toluenesulfonyl chloride", "urea", "sulfamic acid", "aniline", "acetanilide", "phenol", "toluene", "benzaldehyde", "acetone", "cyclohexanol", "tert-butanol", "1-butanol", "cyclohexene",
    "benzoic acid", "methyl benzoate", "nitrobenzene", "bromobenzene", "triethylamine", "methanol", "ethanol", "dichloromethane", "manganese dioxide", "potassium dichromate", "copper(I) chloride",
]  # fmt: skip


def stream(name: str, n: float) -> Stream:
    s = catalogue().find(name)
    assert s
    out = Stream({k: v * n for k, v in s.parts.items()})
    if ionic_solid(s):
        out.solids[s.id] = n
    return out


def mixture(charges: dict[str, float], water: float) -> Stream:
    out = Stream({"H2O": water} if water else {})
    for name, n in charges.items():
        out.pour(stream(name, n))
    return out
