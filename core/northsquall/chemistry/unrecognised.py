"""What may react and is not recognised: a named product that nothing makes, reagents that meet with no reaction named."""

from __future__ import annotations

import re
from dataclasses import dataclass

from northsquall import patterns
from northsquall.chemistry.classes import classes, classes_in
from northsquall.chemistry.families import count_matches, kinds_of_atoms
from northsquall.chemistry.roles import WORK_UP, Purpose
from northsquall.chemistry.roots import is_organic
from northsquall.chemistry.walk import Walk
from northsquall.procedure import Procedure
from northsquall.procedure.amounts import Lot

NET = {
    "oxidiser": {"nitric-acid", "permanganate", "chromate", "peroxide", "hypochlorite", "chlorate", "perchloric", "bromine", "chlorine", "persulfate", "organic-peroxide", "periodate"},
    "reducible": {"alcohol", "aldehyde", "thiol", "sulfide", "sulfite", "thiosulfate", "hydrazine", "borohydride", "light-metal", "zinc", "alkali-metal", "formic-acid", "acetone"},
    "water-reactive": {"acyl-chloride", "thionyl", "phosphorus-chloride", "phosphoryl", "chlorosulfonic", "lewis-chloride", "ionic-hydride", "aluminium-hydride", "alkali-metal", "organometal"},
    "protic": {"water", "alcohol"},
}  # fmt: skip
"""Classes of the safety net (chemistry design): a mixture of both that no reaction names is a question."""
ACTING = (
    NET["oxidiser"]
    | NET["reducible"]
    | NET["water-reactive"]
    | {"azide", "cyanide", "ammonium", "nitrous", "sulfide", "strong-base", "sulfuric-conc"}
)
"""Classes that act on an organic substance."""
REDUCED_ONLY = {"alcohol", "acetone"}
"""Classes that act on nothing beside solvents and salts, and only yield to an oxidiser, which acts itself."""
SOLVENT_TIMES = 3.0
"""Times the scarcest organic substance's moles from which a liquid beside it is its solvent (assumption)."""
SOLVENTS = ("ethyl acetate", "diethyl ether", "tetrahydrofuran", "1,4-dioxane", "dichloromethane", "chloroform", "acetonitrile", "N,N-dimethylformamide", "dimethyl sulfoxide")  # fmt: skip
"""What is there to dissolve where its amount is not written (common practice, no source)."""
LITTLE_MOL = 1e-3
"""Of all but the largest of what meets: at 1000 kJ/mol, more than any of it can give without air, that is 1 kJ (assumption)."""
FUNCTIONAL = patterns.compile(r"[NOSPFIB]|Cl|[nops]|=|#")
"""In a structure: something that can react at the bench."""


MATTER = {"starch", "agar", "protein"}
"""Components that stand for what grows: no structure, and an oxidiser acts on them as on any organic substance."""
INERT = {"SiO2", "graphite"}
"""Sand, boiling stones, charcoal."""
SALT_IONS = {"Na+", "K+", "Mg+2", "Ca+2", "Cl-", "SO4-2", "CaCO3", "H2O"}
"""Of water, brine, drying salts and chalk, which act on nothing organic that has no group of `ACTIVE`."""
_ALKYL = ("[CX4][Cl,Br,I]", "[CX4]OS(=O)(=O)", "C1OC1")
TAKEN_BY = {
    "ammonium": (*_ALKYL, "[CX3](=O)[OX2][#6]", "[CX3](=O)[F,Cl,Br]", "[CX3H1]=O", "[#6][CX3](=O)[#6]", "C#N", "C=CC=O", "N=C=O"),
    "nitrous": _ALKYL,
    "sulfide": (*_ALKYL, "[N+](=O)[O-]", "C=CC=O"),
    "sulfite": (
        *_ALKYL,
        "[N+](=O)[O-]",
        "C=CC=O",
        "[CX3H1]=O",
        "[#6][CX3](=O)[#6]",
        "[CX3](=O)[F,Cl,Br]",
        "S(=O)(=O)[Cl,F]",
        "OO",
        "[N]#N",
        "[NX3][Cl,Br,I]",
        "N=O",
        "[#6;R]=[#6;R][OH]",
    ),
    "sulfuric-conc": (
        "[CX3;!$(C=O)]=[CX3;!$(C=O)]",
        "o1cccc1",
        "c[CX4;H2,H1][OX2H]",
        "[CX4;H0]([#6])([#6])([#6])[OX2H]",
        "C1OC1",
        "[CX3H1]=O",
    ),
    "strong-base": (*_ALKYL, "[CX4](Cl)(Cl)Cl", "C=C=O", "N=C=O"),
}
"""Groups on which ammonia, nitrite, sulfide and caustic act: where they meet, and no reaction is named, something is missing (common practice, no source)."""


ACTIVE = (
    "[CX3](=O)[F,Cl,Br,I]", "[CX3](=O)O[CX3]=O", "S(=O)(=O)[Cl,F]", *_ALKYL, "[CX3H1]=O", "N=C=O", "[NX3;!$(N[CX3]=O);!$(N(=O)O);!$([N+](=O)[O-])]", "[#6]=[NX2]", "[SX2H]", "[#15]", "[Si][Cl,Br,I,H]",
    "[N-]=[N+]", "[N]#N", "OO", "[NX3][Cl,Br,I]", "C#[CH]", "C=CC=C", "C=C=O", "N=O", "[#6][Mg,Li,Zn,Al,B]", "[O-]", "[S-]",
)  # fmt: skip
"""Groups of which one at least is there where two organic substances react with no reagent, acid or base beside them (common practice, no source)."""


def _takes(x: Lot, groups: tuple[str, ...]) -> bool:
    return x.substance is not None and bool(x.substance.smiles) and any(count_matches(x.substance.smiles, p) for p in groups)


@dataclass(frozen=True)
class Unrecognised:
    """Two that meet in a step, and no reaction is named between them."""

    step: int
    vessel: str
    names: tuple[str, str]
    trifle: bool = False
    """So little of it that nothing it could give matters: told, and deciding nothing."""


OUT_OF_A_PLANT = patterns.compile(
    r"\b(?:from|out of) (?:the |some |dried |ground |\w+ ){0,2}?(?:tea|coffee|leaves|bark|peels?|zest|cloves|seeds|nutmeg|spinach|pepper(?:corns)?|oranges?|lemons?|roots?|berries|flowers|herbs?|milk|egg yolks?|rosemary|caraway|turmeric|paprika|carrots?|cinnamon|tomatoes|grass|lichens?)\b",
    re.I,
)
"""A product that grew: "caffeine from tea"."""


def product_open(procedure: Procedure, best: Walk, lots: dict[str, Lot]) -> bool:
    """Whether the text names a product that no reaction here makes and nobody charges."""
    wanted = procedure.results.product_smiles
    if wanted is not None and OUT_OF_A_PLANT.search(procedure.title):
        return False  # it is taken out, and no reaction makes it
    made = {root for e in best.events() if not e.latent for root, n in e.reaction.change if n > 0}
    charged = {p for x in lots.values() if x.substance for p in x.substance.parts}
    if wanted is None or wanted in made or wanted in charged:
        return False
    return kinds_of_atoms(wanted) not in {
        kinds_of_atoms(r) for r in made if is_organic(r)
    }  # an isomer of position is what a transform made


def meeting(
    procedure: Procedure, best: Walk, trials: list[Walk], lots: dict[str, Lot], purpose: Purpose, neutralised: set[tuple[int, str]]
) -> Unrecognised | None:
    """The meeting of reagents with no reaction named between them, one known to act on the other before others; None where there is none or the batch has its reaction.

    `neutralised` are the (step, vessel) where an acid and a base met. Nothing is asked where a named product stays open: that is said of itself.
    """
    if purpose.wanted or product_open(procedure, best, lots):
        return None
    kinds: dict[int, str] = {s.n: s.kind for s in procedure.steps}
    batch = [
        x
        for x in lots.values()
        if x.substance is not None and x.material.role not in ("absorber", "wash", "quench", "neutralises")
        and kinds.get(x.material.step or 0, WORK_UP[0]) not in WORK_UP
    ]  # fmt: skip
    organic = [
        x
        for x in batch
        if x.substance and (FUNCTIONAL.search(x.substance.smiles) if x.substance.smiles else MATTER & set(x.substance.parts))
    ]
    least = min((x.best_mol for x in organic if x.best_mol), default=0.0)
    organic = [x for x in organic if not (x.substance and x.substance.phase == "l" and x.best_mol > SOLVENT_TIMES * least)]
    organic = [x for x in organic if x.mol is not None or x.substance is None or x.substance.id not in SOLVENTS]
    walks = [*trials, best]
    used = {r for w in walks for e in w.events() if e.latent is None for r, n in e.reaction.change if n < 0}
    first: Unrecognised | None = None
    for entry in (trials[len(trials) // 2] if trials else best).entries:
        here = [
            x
            for x in organic
            if x.substance and any(entry.mixed.get(r, 0.0) > 0 for r in x.substance.parts if is_organic(r) or r in MATTER)
        ]
        held = {k: v - used for k, v in classes_in(entry.mixed).items() if k in ACTING and v - used}
        free = [x for x in here if x.substance and not set(x.substance.parts) & used]
        alkaline = entry.mixed.get("H+", 0.0) < 0.0
        there = {"ammonium": entry.mixed.get("NH3", 0.0) > max(entry.mixed.get("H+", 0.0), 0.0), "strong-base": alkaline}
        for k in TAKEN_BY.keys() & held.keys():
            if not there.get(k, True) or not any(_takes(x, TAKEN_BY[k]) for x in free):
                del held[k]
        others = [k for k, v in held.items() if not any(v <= set(x.substance.parts) for x in free if x.substance)]
        if (entry.step, entry.vessel) in neutralised or not free or len({x.label for x in free}) + len(others) < 2:
            continue
        there_too = [x for x in batch if x.substance and any(entry.mixed.get(r, 0.0) > 0 for r in x.substance.parts)]
        plain = all(
            x.substance
            and (
                x.substance.smiles
                or (x.substance.parts and set(x.substance.parts) <= SALT_IONS)
                or (MATTER | INERT) & set(x.substance.parts)
                or ("strong-base" not in held and "strong-base" in classes_in(dict(x.substance.parts)))  # it only neutralises
            )
            for x in there_too
        )
        if plain and not set(others) - REDUCED_ONLY and not any(_takes(x, ACTIVE) for x in free):
            continue  # acids, esters, ethers, ketones and alcohols among themselves
        brings = {
            k: next((x.label for x in batch if x.substance and set(x.substance.parts) & held[k]), classes()[k]["name"])
            for k in sorted(others, key=lambda k: k not in TAKEN_BY)
        }
        acting = {r for k in others for r in held[k]}
        meets = {x.material.id: x for x in [*free, *(x for x in batch if x.substance and acting & set(x.substance.parts))]}
        trifle = all(x.mol is not None for x in meets.values()) and sum(sorted(x.best_mol for x in meets.values())[:-1]) < LITTLE_MOL
        free.sort(key=lambda x: not any(_takes(x, TAKEN_BY[k]) for k in TAKEN_BY.keys() & brings.keys()))
        names = list(dict.fromkeys([free[0].label, *brings.values(), *(x.label for x in free)]))
        if len(names) < 2:
            continue
        found = Unrecognised(entry.step, entry.vessel, (names[0], names[1]), trifle)
        if TAKEN_BY.keys() & brings.keys() and not trifle:
            return found
        first = found if first is None or (first.trifle and not trifle) else first
    return first
