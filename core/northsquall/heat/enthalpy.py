"""Reaction enthalpy by route: Hess, then increment and group difference, then group alone, then class, then none.

kJ per mol of extent, 25 °C, negative = exothermic (handbook 2.2, enthalpy design). ΔrH = E + I: E is exact,
from formation enthalpies of all that is no organic molecule, in the states present; I is the organic change
in the liquid or the melt.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Any

from northsquall import data
from northsquall.chemistry.energy import CLASS_OF_SALT
from northsquall.chemistry.families import Reaction, count_matches
from northsquall.chemistry.roots import GAS_ORGANICS, is_organic, roots
from northsquall.heat import groups
from northsquall.substances import Catalogue
from northsquall.working import Figure, Input, figure, not_established

if TYPE_CHECKING:
    from northsquall.chemistry.ledger import Entry, Event

RULE_OF_MELT = 0.0522
"""Heat of fusion by 0.0522 kJ/(mol K) times the melting point (enthalpy design: error 3, 90 % within 14)."""
ORTHO = {"nitration": 8.2, "sidechain_to_acid": 16.0}
CONTEXTS: dict[str, str] = {
    "nitro-arene": "c[N+](=O)[O-]",
    "phenol/aniline/ether": "c[OX2,NX3;!$(NC=O);!$([N+])]",
    "deactivated": "c[$(C=O),$(C#N),$(S(=O)=O),$(C(F)(F)F)]",
    "haloarene": "c[F,Cl,Br,I]",
    "alcohol tertiary": "[CX4;H0][OX2H]",
    "alcohol phenol": "c[OX2H]",
    "tertiary": "[CX4;H0]([#6])([#6])([#6])",
    "primary": "[CX4;H2][OX2H]",
    "aldehyde": "[CX3H1](=O)",
    "ketone": "[#6][CX3](=O)[#6]",
    "aroyl": "c[CX3](=O)Cl",
    "ArNH2": "c[NX3H2]",
    "conjugated": "C=CC=O",
}
"""Contexts of the increment table by pattern on a substrate, the first that fits is taken."""


@dataclass
class Enthalpy:
    """ΔrH with its route and sources."""

    value: Figure
    route: str
    sources: list[str]


@dataclass
class Organic:
    """The organic part of a reaction: kJ per mol of extent with half-range."""

    value: float
    half: float
    route: str
    sources: list[str]
    inputs: list[Input]


def of_event(event: Event, catalogue: Catalogue) -> Enthalpy:
    """ΔrH per mol of extent of what happened, in the states in which it happened."""
    e = -event.inorganic_kJ / event.extent if event.extent > 0 else None
    lattices = [u for u in event.unknown if u.startswith("lattice")]
    missing = [u for u in event.unknown if not u.startswith("lattice")]
    return of_reaction(event.reaction, catalogue, e, missing, CLASS_OF_SALT if lattices else 0.0)


INORGANIC = 2.0
"""Half-range of E where all its components are well known, kJ/mol (assumption)."""


def _doubtful(reaction: Reaction) -> list[float]:
    """Half-ranges (kJ per mol of extent) of the components that are known less well than that."""
    known = roots()
    return [n * known[r].uncertainty for r, n in reaction.change if r in known and known[r].uncertainty > INORGANIC]


def of_reaction(
    reaction: Reaction, catalogue: Catalogue, inorganic: float | None = None, missing: list[str] | None = None, widen: float = 0.0
) -> Enthalpy:
    """ΔrH per mol of extent by the best route there is.

    `inorganic`: E as the ledger found it (kJ/mol); None takes the components' own states.
    """
    heat = reaction.family.heat
    own, unknown = _inorganic(reaction)
    missing = unknown if missing is None else missing
    if heat.get("route") != "class" and not missing:
        organic = organic_change(reaction, catalogue)
        if organic is not None:
            if heat.get("balance"):
                e, text, source = _balance(heat["balance"], reaction.count)
            else:
                e, text, source = (
                    (own if inorganic is None else inorganic),
                    "ions, gases and elements in the states present",
                    _sources(reaction),
                )
            half = math.hypot(organic.half, INORGANIC, widen, *_doubtful(reaction))
            bound = heat.get("complex") if any(r in ("AlCl3",) for r in reaction.family.when.get("needs", [])) else None
            if bound:  # the product binds the Lewis acid: a class range on top
                e += (bound[0] + bound[1]) / 2
                half += (bound[1] - bound[0]) / 2
                text += f"; complex with the Lewis acid {bound[0]:g} … {bound[1]:g}"
            value = figure(
                e + organic.value, "kJ/mol", low=e + organic.value - half, high=e + organic.value + half,
                expression="ΔrH = ΣνΔfH(products) − ΣνΔfH(reactants)" if organic.route == "hess" else "ΔrH = E + I",
                inputs=[*organic.inputs, Input(name=f"E: {text}", value=round(e, 1), unit="kJ/mol", origin="catalogue", note="; ".join(source))],
                sources=sorted({*organic.sources, *source}),
            )  # fmt: skip
            return Enthalpy(value, organic.route, sorted({*organic.sources, *source}))
    return _class(reaction, missing)


def _class(reaction: Reaction, missing: list[str]) -> Enthalpy:
    heat = reaction.family.heat
    low, high = heat.get("class", (None, None))
    if low is None or high is None:
        why = f"no formation enthalpy of {', '.join(missing)}" if missing else "no route gives an enthalpy for this reaction"
        return Enthalpy(not_established("kJ/mol", why), "none", [])
    per = heat.get("per", "A")
    times = sum(n for n, token in reaction.family.left if token == per) or 1.0
    if reaction.family.record.get("group") or reaction.family.record.get("every"):
        times *= reaction.count
    source = f"class range of the family, {reaction.family.record['source']}"
    value = figure(
        (low + high) / 2 * times,
        "kJ/mol",
        low=low * times,
        high=high * times,
        expression="class range of the family",
        inputs=[
            Input(
                name=f"class, per mol of {'substrate' if per in ('A', 'B') else per}",
                value=f"{low:g} … {high:g}",
                unit="kJ/mol",
                origin="catalogue",
            )
        ],
        sources=[source],
    )
    return Enthalpy(value, "class", [source])


def _inorganic(reaction: Reaction) -> tuple[float, list[str]]:
    """E over the components' own states, and those without a formation enthalpy."""
    known = roots()
    total, unknown = 0.0, []
    for root, n in reaction.change:
        if is_organic(root):
            continue
        if known[root].Hf is None:
            unknown.append(root)
        else:
            total += n * (known[root].Hf or 0.0)
    return total, unknown


def _sources(reaction: Reaction) -> list[str]:
    known = roots()
    out = {known[r].source.split(":")[0].split(";")[0] for r, n in reaction.change if not is_organic(r) and r != "H+"}
    return sorted(s for s in out if s and s != "element") or ["elements"]


def _balance(text: str, count: int) -> tuple[float, str, list[str]]:
    known = roots()
    left, _, right = text.partition("->")
    total, sources = 0.0, set()
    for sign, side in ((-1.0, left), (1.0, right)):
        for term in (t.strip() for t in side.split(" + ") if t.strip()):
            m = re.fullmatch(r"(?:(\d+) )?(\S+)", term)
            assert m
            total += sign * float(m.group(1) or 1) * (known[m.group(2)].Hf or 0.0)
            sources.add(known[m.group(2)].source)
    return total * count, f"{left.strip()} → {right.strip()}", sorted(sources)


def balance_kJ(text: str, count: int = 1) -> float:
    """E (kJ/mol) of a record's own `balance`, e.g. "HNO3(l) -> H2O"."""
    return _balance(text, count)[0]


def uptake_kJ(entry: Entry) -> float:
    """Heat (kJ) given off beside the reactions whose enthalpy counts pure nitric acid: their water meets the acid."""
    total = 0.0
    for e in entry.events:
        text = e.reaction.family.heat.get("balance")
        if e.latent is None and text:
            total += e.inorganic_kJ + balance_kJ(text, e.reaction.count) * e.extent
    return total


def organic_change(reaction: Reaction, catalogue: Catalogue) -> Organic | None:
    """I by the best route: Hess, increment with group difference, group difference alone; None: none of them."""
    changes = [(r, n) for r, n in reaction.change if is_organic(r)]
    if not changes:
        return Organic(0.0, 1.0, "hess", [], [])
    return _hess(changes, catalogue) or estimate(reaction, catalogue)


def melt(smiles: str, catalogue: Catalogue) -> tuple[float, float, str, str] | None:
    """(ΔfH liquid or melt kJ/mol, half-range, source, phase) of a tabulated organic."""
    key = catalogue.by_smiles.get(smiles)
    if key is None:
        return None
    s = catalogue.substances[key]
    if smiles in GAS_ORGANICS:
        v = s.value("Hf", "g")
        return (v.value, max(v.uncertainty or 2.0, 1.0), v.source, "g") if v else None
    liquid, solid, tm = s.value("Hf", "l"), s.value("Hf", "s"), s.value("Tm")
    if liquid and (liquid.uncertainty or 0) <= 20:
        return liquid.value, max(liquid.uncertainty or 3.0, 2.0), liquid.source, "l"
    if solid and tm and (solid.uncertainty or 0) <= 20:
        return (
            solid.value + RULE_OF_MELT * (tm.value + 273.15),
            math.hypot(solid.uncertainty or 4.0, 6.0),
            f"{solid.source}, moved to the melt",
            "l*",
        )
    return None


def _hess(changes: list[tuple[str, float]], catalogue: Catalogue) -> Organic | None:
    total, square = 0.0, 25.0
    inputs, sources = [], set()
    for smiles, n in changes:
        found = melt(smiles, catalogue)
        if found is None:
            return None
        value, half, source, phase = found
        total += n * value
        square += (n * half) ** 2
        sources.add(source)
        inputs.append(
            Input(name=f"ΔfH {catalogue.label(smiles)} ({phase})", value=round(value, 1), unit="kJ/mol", origin="catalogue", note=source)
        )
    return Organic(total, math.sqrt(square), "hess", sorted(sources), inputs)


@cache
def _rows(family: str) -> tuple[dict[str, str], ...]:
    return tuple(r for r in data.table("heat/increments.csv") if r["family"] == family and r["phase"] in ("l", "l*") and r["n_pairs"])


def _context(substrates: list[str], rows: tuple[dict[str, str], ...]) -> str:
    listed = {r["context"] for r in rows}
    for name, smarts in CONTEXTS.items():
        if any(count_matches(s, smarts) for s in substrates):
            if name in listed:
                return name
            if name in ("nitro-arene", "phenol/aniline/ether", "deactivated", "haloarene"):
                return name  # a ring context without a row widens the answer
    return "any"


def ortho_neighbours(product: str) -> int:
    """Substituents beside the (first) ring nitro group."""
    return count_matches(product, "[O-][N+](=O)c:c[!#1;!R]") if count_matches(product, "c[N+](=O)[O-]") == 1 else 0


POWER = 6.0
"""Pairs count by exp(6 × Tanimoto similarity of the substrates) (enthalpy design, Method 1)."""
HALF_FACTOR = 2.0
"""Half-range that holds 90 %, in scatter: measured with the product removed (tests/reference)."""


@cache
def _family_pairs(family: str) -> tuple[tuple[str, str, float, float], ...]:
    """(substrate, product, increment, rms of the group difference) of a family."""
    return tuple(
        (r["substrate"], r["product"], float(r["increment_kJ"]), float(r["group_rms"]))
        for r in data.table("heat/pairs.csv")
        if r["family"] == family
    )


@cache
def _fingerprint(smiles: str) -> Any:
    from rdkit import Chem
    from rdkit.Chem import rdFingerprintGenerator

    return rdFingerprintGenerator.GetMorganGenerator(radius=2).GetCountFingerprint(Chem.MolFromSmiles(smiles))


def of_pairs(family: str, substrate: str, without: str = "") -> tuple[float, float, int, float] | None:
    """(increment, scatter, pairs, rms of the group difference) of the family's pairs, the like weighing more; None below 4 pairs.

    `without`: a product to leave out, for the tests.
    """
    from rdkit import DataStructs

    found = [x for x in _family_pairs(family) if x[1] != without]
    if len(found) < 4:
        return None
    me = _fingerprint(substrate)
    weights = [math.exp(POWER * DataStructs.TanimotoSimilarity(me, _fingerprint(a))) for a, _, _, _ in found]
    total = sum(weights)
    mean = sum(w * x[2] for w, x in zip(weights, found, strict=True)) / total
    scatter = math.sqrt(sum(w * (x[2] - mean) ** 2 for w, x in zip(weights, found, strict=True)) / total)
    return mean, scatter, len(found), found[0][3]


def weigh(i: float, sd: float, n: int, g: float, rms: float, seen: int, widen: float) -> tuple[float, float]:
    """(mean, half-range holding 90 %) of an increment and a group difference, kJ/mol (enthalpy design, Method).

    Scatter of the row shrunk to 8 (weight 3), of the groups to 13 (weight 4); `seen` is the least number of
    molecules that showed a changed count.
    """
    s = math.sqrt((n * sd * sd + 3 * 64.0) / (n + 3))
    t = math.sqrt((n * rms**2 + 4 * 169.0) / (n + 4))
    if seen < 4:
        mean, inner = i, s
    else:
        weight = 1 / s**2 + 1 / t**2
        mean = (i / s**2 + g / t**2) / weight
        inner = math.sqrt(1 / weight + (i - g) ** 2 / 4)
    return mean, max(HALF_FACTOR * inner * widen * (1.3 if n < 6 else 1.0) * (1.3 if seen == 0 else 1.0), 10.0)


def estimate(reaction: Reaction, catalogue: Catalogue) -> Organic | None:
    """I by the family's increment and the group difference, weighted by their scatter; kJ per mol of extent.

    Organics that the record itself names (ethylene glycol, urea) count with their tabulated values.
    """
    listed = {r for r, _ in reaction.family.change if is_organic(r) and r not in ("A", "B", "P", "Q")}
    exact = 0.0
    for r, n in reaction.change:
        if r in listed:
            known = melt(r, catalogue)
            if known is None:
                return None
            exact += n * known[0]
    before = [(r, -n) for r, n in reaction.change if is_organic(r) and n < 0 and r not in listed]
    after = [(r, n) for r, n in reaction.change if is_organic(r) and n > 0 and r not in listed]
    name = reaction.family.heat.get("increment", "")
    sign, family = (-1.0, name[1:]) if name.startswith("-") else (1.0, name)
    rows = _rows(family) if family else ()
    g, seen = groups.difference([s for s, n in before for _ in range(round(n))], [s for s, n in after for _ in range(round(n))])
    per = max((n for _, n in before), default=1.0)
    times = per * (reaction.count if reaction.family.record.get("group") or reaction.family.record.get("every") else 1)
    inputs = [
        Input(name="group difference", value=round(g, 1), unit="kJ/mol", origin="computed", note=f"least seen count: {seen} molecules")
    ]
    if not rows:
        if seen < 4:
            return None
        return Organic(
            g + exact, 35.0 * math.sqrt(max(times, 1.0)), "increment", ["group table of the melt: CRC and WebBook via chemicals"], inputs
        )
    substrates = [s for s, _ in (after if sign < 0 else before)]
    context = _context(substrates, rows)
    row = next((r for r in rows if r["context"] == context and int(r["n_pairs"]) >= 4), None)
    widen = 1.0
    if row is None:
        row = next((r for r in rows if r["context"] == "any"), rows[0])
        widen = 1.15 if context != "any" else 1.0
    n, sd = int(row["n_pairs"]), float(row["sd"] or 12.0)
    noted = re.search(r"group table rms (\d+)", row["note"])
    rms = float(noted.group(1)) if noted else 13.0
    slope = ORTHO.get(family, 0.0) * ortho_neighbours(after[0][0]) if row["context"] == "any" and family == "nitration" else 0.0
    i = sign * (float(row["increment_kJ_per_mol"]) + slope)
    like = of_pairs(family, (after if sign < 0 else before)[0][0])
    if like is not None:
        i, sd, n, rms = like
        i, widen = sign * i, 1.0 if context == "any" or row["context"] == context else 1.15
    mean, half = weigh(i, sd, n, g / times, rms, seen, widen)
    largest = max((sum(1 for c in r if c.isupper()) for r, _ in after), default=0)
    if largest > 15:
        half *= 1.25
    if family.startswith("friedel_crafts_acyl") or family == "benzoylation_ar":
        half *= 1.3
    half = max(10.0, half)
    inputs.insert(
        0,
        Input(
            name=f"increment {row['from_group']} → {row['to_group']}, {row['context']}",
            value=round(i, 1),
            unit="kJ/mol",
            origin="catalogue",
            note=f"{n} pairs, sd {sd:.0f} kJ/mol; {row['source']}",
        ),
    )
    source = f"increment, {row['source']}, {n} pairs"
    return Organic(
        mean * times + exact,
        half * math.sqrt(times) if times > 1 else half,
        "increment",
        [source, "group table of the melt: CRC and WebBook via chemicals"],
        inputs,
    )
