"""Every never-together pair on an example of its two classes, and near misses that are no hazard of that kind."""

from __future__ import annotations

import pytest
from core.shelf import mixture, stream

from northsquall.chemistry.classes import classes
from northsquall.chemistry.ledger import Stream
from northsquall.chemistry.pairs import hits, pairs
from northsquall.substances import catalogue

# one substance of each class as it stands on a shelf; a few that no shelf holds as components of their mixture
EXAMPLES: dict[str, str | dict[str, float]] = {
    "nitric-acid": "nitric acid", "nitrous": "sodium nitrite", "strong-acid": "hydrochloric acid", "acid": "acetic acid", "sulfuric-conc": "sulfuric acid",
    "perchloric": "perchloric acid", "perchlorate": "sodium perchlorate", "chlorate": "potassium chlorate", "chlorite": "sodium chlorite", "permanganate": "potassium permanganate",
    "chromate": "potassium dichromate", "chromium-trioxide": "chromium trioxide", "peroxide": "hydrogen peroxide", "persulfate": "ammonium persulfate", "organic-peroxide": "dibenzoyl peroxide",
    "hypochlorite": "sodium hypochlorite", "bromine": "bromine", "chlorine": "chlorine", "iodine": "iodine", "nitrosyl-chloride": "nitrosyl chloride", "azide": "sodium azide", "cyanide": "potassium cyanide", "cyanoborohydride": "sodium cyanoborohydride", "sulfide": "sodium sulfide",
    "thiosulfate": "sodium thiosulfate", "dithionite": "sodium dithionite", "ammonium": "ammonia", "amine": "aniline", "amide-solvent": "N,N-dimethylformamide", "urea": "urea", "dmso": "dimethyl sulfoxide",
    "alcohol": "ethanol", "light-alcohol": "methanol", "glycerol": "glycerol", "ketone": "butanone", "aldehyde": "acetaldehyde", "acetone": "acetone", "ether": "diethyl ether", "thiol": {"CCS": 1.0},
    "anhydride": "acetic anhydride", "acetic-acid": "acetic acid", "formic-acid": "formic acid", "acyl-chloride": "acetyl chloride", "sulfonyl-chloride": "p-toluenesulfonyl chloride",
    "thionyl": "thionyl chloride", "sulfuryl": "sulfuryl chloride", "periodate": "periodic acid", "phosphorus-chloride": "phosphorus trichloride", "phosphoryl": "phosphoryl chloride", "chlorosulfonic": "chlorosulfonic acid", "lewis-chloride": "aluminium chloride",
    "water": "water", "alkali-metal": "sodium", "light-metal": "magnesium", "ionic-hydride": "sodium hydride", "aluminium-hydride": "lithium aluminium hydride", "borohydride": "sodium borohydride",
    "organometal": {"C[Mg]Br": 1.0}, "halocarbon": "dichloromethane", "chloroform": "chloroform", "dcm": "dichloromethane", "strong-base": "sodium hydroxide", "nitroalkane": "nitromethane",
    "nitroarene": "nitrobenzene", "diazonium": {"N#[N+]c1ccccc1": 1.0, "Cl-": 1.0}, "hydrazine": {"N2H4": 1.0}, "copper-silver": "copper", "lead-copper-salt": "copper(II) sulfate", "transition-salt": "iron(II) sulfate",
    "mercury-oxide": {"HgO": 1.0}, "acetylene": "acetylene", "hydrogen": "hydrogen", "oxygen": "oxygen", "carbide": "calcium carbide", "phosphide": {"AlP": 1.0}, "red-phosphorus": {"P": 1.0}, "sulfur": {"S": 1.0},
    "carbon-dioxide": "carbon dioxide", "polymerisable": "styrene", "sugar": "sucrose", "organic": "ethanol", "copper-iodide-ammonia": "silver nitrate", "isocyanurate": {"O=C1N(Cl)C(=O)N(Cl)C(=O)N1Cl": 1.0}, "epoxide": {"C1CO1": 1.0},
}  # fmt: skip
MUCH = {"strong-acid", "acid", "strong-base", "sulfuric-conc"}


def of(kind: str, n: float = 1.0) -> Stream:
    example = EXAMPLES[kind]
    n = 4.0 * n if kind in MUCH else n
    return stream(example, n) if isinstance(example, str) else Stream({k: v * n for k, v in example.items()})


@pytest.mark.parametrize("record", pairs(), ids=lambda r: f"{r['a']}+{r['b']}")
def test_each_pair_is_found_when_both_are_there_and_not_when_one_is(record) -> None:  # type: ignore[no-untyped-def]
    """Handbook 3.4 and the source of each record."""
    key, T = f"{record['a']}+{record['b']}", record.get("T", 20.0) + 5.0
    parts = [of(record["a"]), of(record["b"])] + ([of(record["needs"])] if "needs" in record else [])
    both = Stream()
    for part in parts:
        both.pour(part.copy())
    assert key in {h.id for h in hits(both.roots, T, [p.roots for p in parts])}
    for part in parts[:2]:
        alone = {h.id for h in hits(part.roots, T, [part.roots])}
        assert key not in alone, "one substance alone is no pair"
    assert record["source"] and record["then"] and record.get("severity", "stop") in ("stop", "condition", "note", "long")


def test_every_class_is_used_and_has_an_example() -> None:
    used = {r[k] for r in pairs() for k in ("a", "b")} | {r["needs"] for r in pairs() if "needs" in r}
    assert used <= set(classes()) and used <= set(EXAMPLES)
    assert all(catalogue().find(x) for x in EXAMPLES.values() if isinstance(x, str))


# common practice, no source: what is done every day
NEAR = [
    ({"nitric acid": 0.1, "acetone": 1.0}, 60.0, "nitric-acid+acetone"), ({"nitric acid": 0.1, "ethanol": 1.0}, 60.0, "nitric-acid+alcohol"), ({"sulfuric acid": 0.2, "potassium permanganate": 0.1}, 50.0, "sulfuric-conc+permanganate"),
    ({"sodium hypochlorite": 0.3, "sodium hydroxide": 0.5}, 40.0, "hypochlorite+acid"), ({"sodium sulfide": 0.5, "sodium hydroxide": 0.5}, 40.0, "acid+sulfide"), ({"potassium cyanide": 0.1, "sodium hydroxide": 0.5}, 40.0, "acid+cyanide"),
    ({"hydrogen peroxide": 0.5, "butanone": 1.0}, 30.0, "peroxide+ketone"), ({"hydrogen peroxide": 0.5, "ethanol": 1.0}, 30.0, "peroxide+alcohol"), ({"chloroform": 0.5, "sodium carbonate": 0.3}, 30.0, "chloroform+strong-base"),
    ({"nitrobenzene": 0.5, "sodium hydroxide": 0.5}, 20.0, "nitroarene+strong-base"), ({"nitromethane": 0.5, "sodium hydrogen carbonate": 0.2}, 20.0, "nitroalkane+strong-base"), ({"sodium azide": 0.2, "sodium hydroxide": 0.2}, 30.0, "strong-acid+azide"),
    ({"sodium borohydride": 0.2, "sodium hydroxide": 0.2}, 30.0, "borohydride+acid"), ({"sodium": 0.2, "toluene": 1.0}, 0.0, "alkali-metal+water"), ({"sodium hydride": 0.2, "diethyl ether": 1.0}, 0.0, "ionic-hydride+water"),
    ({"lithium aluminium hydride": 0.2, "diethyl ether": 1.0}, 0.0, "aluminium-hydride+alcohol"), ({"thionyl chloride": 1.0, "toluene": 1.0}, 0.0, "thionyl+water"), ({"bromine": 0.5, "acetic acid": 2.0}, 0.0, "bromine+acetone"),
    ({"calcium carbide": 0.2, "toluene": 1.0}, 0.0, "carbide+water"), ({"sodium thiosulfate": 0.2, "sodium hydroxide": 0.2}, 30.0, "acid+thiosulfate"), ({"potassium permanganate": 0.1, "acetone": 1.0}, 5.0, "permanganate+glycerol"),
    ({"magnesium": 0.3, "diethyl ether": 1.0, "bromobenzene": 0.3}, 0.0, "light-metal+halocarbon"), ({"acetyl chloride": 0.2, "dichloromethane": 1.0}, 0.0, "acyl-chloride+dmso"), ({"aluminium chloride": 0.3, "dichloromethane": 1.0}, 0.0, "lewis-chloride+water"),
]  # fmt: skip


@pytest.mark.parametrize(("charge", "water", "pair"), NEAR, ids=[p for *_, p in NEAR])
def test_near_misses_are_not_flagged(charge: dict[str, float], water: float, pair: str) -> None:
    parts = [mixture({name: n}, water).roots for name, n in charge.items()]  # each as diluted as the mixture
    assert pair not in {h.id for h in hits(mixture(charge, water).roots, 20.0, parts)}
