"""Reaction families as records, and the reactions they give with what is in a vessel."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, field
from functools import cache, lru_cache
from math import ceil
from typing import Any

from rdkit import Chem, rdBase
from rdkit.Chem import rdChemReactions

from northsquall import data
from northsquall.chemistry.roots import composition, is_organic, roots, shown
from northsquall.substances.catalogue import canonical_smiles, formula_of_smiles

KEPT = 20_000
"""Answers kept about structures and mixtures: a worker sees new ones with every procedure."""
ROLES = ("A", "B", "P", "Q")
FREE = ("H+", "H2O")
"""Components that come from the solution: protons by acidity, water."""


@dataclass(frozen=True, eq=False)
class Family:
    """One record of the family files, ready to match (one variant of it, where it has several)."""

    id: str
    name: str
    left: tuple[tuple[float, str], ...]
    right: tuple[tuple[float, str], ...]
    tier: int
    when: dict[str, Any]
    heat: dict[str, Any]
    rate: dict[str, Any] | None
    record: dict[str, Any]
    change: tuple[tuple[str, float], ...]
    """Net change of components per extent; roles stand as letters."""
    fixed: frozenset[str]
    """Components that must be there besides roles, protons and water."""
    hydroxide: float
    """Moles of base taken per extent, as the equation writes it."""
    group: dict[str, Any] = field(default_factory=dict)
    """What its kind shares: concerns, quench, tests, possible findings."""

    def said(self, key: str) -> Any:
        """A property of the record, else of its kind."""
        return self.record.get(key, self.group.get(key))


@dataclass(frozen=True)
class Reaction:
    """A family bound to components: change of each root per unit of extent."""

    family: Family
    change: tuple[tuple[str, float], ...]
    substrate: str | None = None
    product: str | None = None
    count: int = 1
    partner: str | None = None
    by_product: str | None = None

    def bound(self, token: str) -> str:
        """The component that stands for a token of the equation."""
        return {"A": self.substrate, "B": self.partner, "P": self.product, "Q": self.by_product}.get(token) or token

    def paced(self) -> dict[str, float]:
        """Change of each root per unit of extent as the rate sees it.

        What gives up its proton is on both sides of the equation (an alcohol with a hydride): it is used up all the same,
        so that feeding it paces the reaction.
        """
        out = dict(self.change)
        behind = {t for _, t in self.family.right}
        for n, token in self.family.left:
            if token in ("A", "B") and token in behind:
                out[self.bound(token)] = out.get(self.bound(token), 0.0) - n
        return out

    def blocks(self, held: dict[str, int]) -> dict[str, int]:
        """Organic starting materials in each organic product, where `held` says how many the consumed ones hold (else 1).

        They are shared out by heavy atoms: an ester holds both its parts, acetic acid off an anhydride one.
        """
        total = sum(-n * held.get(root, 1) for root, n in self.change if n < 0 and is_organic(root))
        heavy = {root: n * _heavy(root) for root, n in self.change if n > 0 and is_organic(root)}
        whole = sum(heavy.values())
        return {root: max(1, ceil(total * _heavy(root) / whole - 1e-9)) for root in heavy if whole}

    def equation(self) -> str:
        """The balanced equation in formulas; a nitrate with its proton is written HNO3."""
        written = self.family.record.get("written")
        if written:
            formulas = {r: shown(self.bound(r)) for r in ROLES if self.bound(r) != r}
            return re.sub(r"\b[ABPQ]\b", lambda m: formulas.get(m.group(), m.group()), written).replace("->", "→")
        sides = []
        for side in (self.family.left, self.family.right):
            out: dict[str, float] = {}
            for n, token in side:
                key = shown(self.bound(token)) if token in ROLES or token in roots() or is_structure(token) else token
                factor = 1 if token in _single(self.family) else self.count
                out[key] = out.get(key, 0.0) + n * factor
            sides.append(out)
        left = sides[0]
        for ion, acid in (("NO3-", "HNO3"),):
            if ion in left and left.get("H+", 0) >= left[ion]:
                n = left.pop(ion)
                left["H+"] -= n
                left = {k: v for k, v in left.items() if v} | {acid: n}
        return f"{_side(left)} → {_side(sides[1])}"


def _single(family: Family) -> tuple[str, ...]:
    """Tokens that count once however many places react: all that is organic, but for what every place of A takes one of."""
    return ("A", "P") if family.record.get("every") else ("A", "B", "P", "Q")


@cache
def _heavy(root: str) -> int:
    """Atoms of a component that are not hydrogen."""
    return sum(n for el, n in composition(root) if el not in ("H", "+"))


def _side(terms: dict[str, float]) -> str:
    order = sorted(terms.items(), key=lambda t: (t[0] in ("H+", "OH-"), t[0] == "H2O"))
    return " + ".join(name if n == 1 else f"{n:g} {name}" for name, n in order)


@lru_cache(KEPT)
def is_structure(token: str) -> bool:
    """Whether a token of an equation is a SMILES."""
    return token not in ROLES and token not in roots() and Chem.MolFromSmiles(token) is not None


@cache
def _forms() -> dict[str, dict[str, float]]:
    """Ladder forms as components: HCO3- is CO3-2 and a proton."""
    out: dict[str, dict[str, float]] = {"OH-": {"H2O": 1.0, "H+": -1.0}, "H3O+": {"H2O": 1.0, "H+": 1.0}}
    for r in data.toml("chemistry/ladder.toml")["rung"]:
        held = dict(out.get(r["base"], {r["base"]: 1.0}))
        held["H+"] = held.get("H+", 0.0) + 1.0
        out[r["acid"]] = held
    for short, name in (("H2S(aq)", "H2S(aq)"), ("H2SO3", "H2SO3")):
        out.setdefault(short, out[name])
    return out


def as_components(token: str) -> dict[str, float]:
    """A token of an equation as moles of components. Raises ValueError for one that is nothing known."""
    if token in ROLES:
        return {token: 1.0}
    forms = _forms()
    if token in forms:
        return forms[token]
    if token in roots():
        return {token: 1.0}
    if is_structure(token):
        return {canonical_smiles(token): 1.0}
    raise ValueError(f"“{token}” is neither a component, a ladder form, a role nor a structure")


def _terms(text: str) -> tuple[tuple[float, str], ...]:
    out = []
    for term in re.split(r"\s\+\s", text.strip()):
        m = re.fullmatch(r"(?:(\d+(?:\.\d+)?)\s+)?(\S+)", term.strip())
        if not m:
            raise ValueError(f"“{term}” is not a term of an equation")
        out.append((float(m.group(1) or 1), m.group(2)))
    return tuple(out)


def family_of(record: dict[str, Any]) -> Family:
    """A record as a Family. Raises ValueError or KeyError for a record that is not one."""
    if record.get("physical"):
        return Family(record["id"], record["name"], (), (), 99, {}, record.get("heat", {}), None, record, (), frozenset({"never"}), 0.0)
    left_text, right_text = record["equation"].split("->")
    left, right = _terms(left_text), _terms(right_text)
    change: dict[str, float] = {}
    for sign, side in ((-1.0, left), (1.0, right)):
        for n, token in side:
            for root, k in as_components(token).items():
                change[root] = change.get(root, 0.0) + sign * n * k
    left_roots = {root for _, token in left for root in as_components(token)}
    fixed = frozenset(left_roots - {"A", "B", *FREE})
    kind = record.get("kind")
    groups = data.toml("chemistry/kinds.toml")
    return Family(
        record["id"], record["name"], left, right, record["tier"], record.get("when", {}), record.get("heat", {}), record.get("rate"), record,
        tuple(sorted((k, v) for k, v in change.items() if abs(v) > 1e-12)), fixed, record.get("when", {}).get("takes_base") or sum(n for n, token in left if token == "OH-"),
        groups.get(kind, {}) if kind else {},
    )  # fmt: skip


def _fill(value: Any, variant: dict[str, str]) -> Any:
    if isinstance(value, str):
        for key, text in variant.items():
            if isinstance(text, str):
                value = value.replace("{" + key + "}", text)
        return value
    if isinstance(value, dict):
        return {k: _fill(v, variant) for k, v in value.items()}
    if isinstance(value, list):
        return [_fill(v, variant) for v in value]
    return value


def expand(record: dict[str, Any]) -> list[dict[str, Any]]:
    """A record with `variants` as one record for each; `{X}` in any text is filled from the variant."""
    variants = record.get("variants")
    if not variants:
        return [record]
    base = {k: v for k, v in record.items() if k != "variants"}
    return [
        _fill(base, v) | {"id": f"{record['id']}:{next(iter(v.values()))}", **{k: x for k, x in v.items() if k in ("heat", "when")}}
        for v in variants
    ]


FILES = ("families_gas", "families_organic", "families_redox", "families_physical")


@cache
def records() -> tuple[dict[str, Any], ...]:
    """All family records as written."""
    return tuple(r for file in FILES for r in data.toml(f"chemistry/{file}.toml")["family"])


@cache
def families() -> tuple[Family, ...]:
    """All families (each variant of a record on its own), lowest tier first."""
    return tuple(sorted((family_of(v) for r in records() for v in expand(r)), key=lambda f: f.tier))


@cache
def physical() -> dict[str, Family]:
    """Records of physical changes, by id."""
    return {f.id: f for f in families() if f.record.get("physical")}


@cache
def _pattern(smarts: str) -> Any:
    pattern = Chem.MolFromSmarts(smarts)
    if pattern is None:
        raise ValueError(f"“{smarts}” is not a SMARTS pattern")
    return pattern


@lru_cache(KEPT)
def _mol(smiles: str) -> Any:
    return Chem.MolFromSmiles(smiles)


@lru_cache(KEPT)
def count_matches(smiles: str, smarts: str) -> int:
    """How often a pattern stands in a structure."""
    mol = _mol(smiles)
    return len(mol.GetSubstructMatches(_pattern(smarts))) if mol is not None else 0


@lru_cache(KEPT)
def kinds_of_atoms(smiles: str) -> frozenset[tuple[tuple[str, bool, int, int], int]]:
    """How many atoms of each element, aromatic or not, with how many hydrogens and what charge: the same for isomers of position, not for an ether and an alcohol."""
    mol = _mol(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    return frozenset(Counter((a.GetSymbol(), a.GetIsAromatic(), a.GetTotalNumHs(), a.GetFormalCharge()) for a in mol.GetAtoms()).items())


@cache
def _transform(text: str) -> Any:
    with rdBase.BlockLogs():  # a reactant that only gives its proton has no mapped atoms
        reaction = rdChemReactions.ReactionFromSmarts(text)
        reaction.Initialize()
    return reaction


@lru_cache(KEPT)
def _products(smiles: tuple[str, ...], transform: str) -> tuple[tuple[str, ...], ...]:
    """Distinct sets of products of a transform, in the order of the matches. A transform of one reactant more takes the first twice."""
    reaction = _transform(transform)
    if reaction.GetNumReactantTemplates() == len(smiles) + 1:
        smiles = (smiles[0], *smiles)
    if reaction.GetNumReactantTemplates() != len(smiles):
        return ()
    out: list[tuple[str, ...]] = []
    for result in reaction.RunReactants(tuple(_mol(s) for s in smiles)):
        try:
            for product in result:
                Chem.SanitizeMol(product)
            found = tuple(canonical_smiles(Chem.MolToSmiles(p)) for p in result)
        except Exception:
            continue
        if found not in out:
            out.append(found)
    return tuple(out)


def fits(record: dict[str, Any], smiles: str) -> bool:
    """Whether a structure fits a role: one of its patterns, none of those it must not show."""
    wanted = record["smarts"]
    patterns = [wanted] if isinstance(wanted, str) else wanted
    if "need" in record and not count_matches(smiles, record["need"]):
        return False
    return any(count_matches(smiles, p) for p in patterns) and not any(count_matches(smiles, n) for n in record.get("not", []))


@lru_cache(KEPT)
def _bind(family: Family, smiles: tuple[str, ...], wanted: str | None) -> tuple[tuple[str, ...], int] | None:
    """(products, times) of a family on its substrates, or None.

    `group` repeats the transform up to the count that the wanted product shows.
    """
    transforms = family.record["product"]["P"]["transform"]
    if isinstance(transforms, str):
        transforms = [transforms]
    group = family.record.get("group")
    times = 1
    if group and wanted and formula_of_smiles(wanted) != formula_of_smiles(smiles[0]):
        times = max(1, count_matches(wanted, group) - count_matches(smiles[0], group))
    if family.record.get("every"):  # all places at once: as many as there are
        times = max(1, count_matches(smiles[0], family.record["every"]))
    front: list[tuple[str, ...]] = [smiles]
    if family.record.get("twice"):  # two of A on one B, one after the other
        first = [p[0] for t in transforms for p in _products(smiles, t)]
        front = [p for b in first[:6] for t in transforms for p in _products((smiles[0], b), t)]
        if not front:
            return None
        times, group = 1, None
    for _ in range(0 if family.record.get("twice") else times):
        fitting: list[tuple[str, ...]] = []
        for start in front[:12]:
            for transform in transforms:
                fitting += [p for p in _products((start[0], *smiles[1:]), transform) if p not in fitting]
        if not fitting:
            return None
        front = fitting
    for p in front:
        if wanted in p:
            return p, times
    if family.record.get("wanted_only"):
        return None
    return front[0], times


def reactions_for(present: frozenset[str], wanted: tuple[str, ...] | str | None) -> tuple[Reaction, ...]:
    """Every reaction that the families give with these components, balanced. `wanted`: SMILES of named products."""
    named = (wanted,) if isinstance(wanted, str) else tuple(wanted or ())
    return _reactions_for(present, named)


@lru_cache(KEPT)
def _reactions_for(present: frozenset[str], wanted: tuple[str, ...]) -> tuple[Reaction, ...]:
    organics = sorted(r for r in present if is_organic(r))
    out: list[Reaction] = []
    for family in families():
        if not family.fixed <= present:
            continue
        needs = family.when.get("needs")
        if needs and not present & set(needs):
            continue
        if present & set(family.when.get("absent", ())):
            continue
        without = family.when.get("absent_smarts")
        if without and any(fits({"smarts": without}, s) for s in organics):
            continue
        role = family.record.get("role")
        if not role:
            if family.record.get("wanted_only") and not {r for r, _ in family.change} & set(wanted):
                continue
            out.append(Reaction(family, family.change))
            continue
        for a in [s for s in organics if fits(role["A"], s)]:
            partners: list[str | None] = [b for b in organics if b != a and fits(role["B"], b)] if "B" in role else [None]
            if family.record.get("self"):
                partners = [a]
            for b in partners:
                bound = bound_to(family, a, b, wanted)
                if bound and not unbalanced(bound):  # a pattern that tears a ring makes no substance
                    out.append(bound)
    return tuple(out)


def bound_to(family: Family, a: str, b: str | None = None, wanted: tuple[str, ...] = ()) -> Reaction | None:
    """A family on its substrates, or None where it gives no product. Not yet known to balance: see `unbalanced`."""
    smiles = (a,) if b is None else (a, b)
    if "product" in family.record:
        found = None
        for w in (*(x for x in wanted if is_structure(x)), None):  # a gas that is wanted has no places to count
            found = _bind(family, smiles, w)
            if found is None or (w is not None and w in found[0]):
                break
        if found is None:
            return None
        products, times = found
        if products[0] == a:
            return None
    else:
        products, times = (), 1
    change: dict[str, float] = {}
    p, q = (*products, None, None)[:2]
    if family.record.get("self"):
        b = None
    names = {"A": a, "B": b, "P": p, "Q": q}
    for root, n in family.change:
        key = names.get(root, root)
        if key is None:
            return None
        factor = 1 if root in _single(family) else times
        change[key] = change.get(key, 0.0) + n * factor
    change = {k: v for k, v in change.items() if abs(v) > 1e-12}
    return Reaction(family, tuple(sorted(change.items())), a, p, times, b, q)


def unbalanced(reaction: Reaction) -> dict[str, float]:
    """Elements (and charge, "+") that a bound reaction does not conserve: empty if it balances."""
    total: dict[str, float] = {}
    for root, n in reaction.change:
        for el, k in composition(root):
            total[el] = total.get(el, 0.0) + n * k
    return {el: v for el, v in total.items() if abs(v) > 1e-9}


def example_of(family: Family) -> Reaction:
    """The reaction of a record's own example. Raises ValueError where it gives none."""
    role = family.record.get("role")
    if not role:
        return Reaction(family, family.change)
    example = family.record["example"]
    for key in role:
        if not fits(role[key], canonical_smiles(example[key])):
            raise ValueError(f"its example {key} = {example[key]} does not fit its own pattern")
    wanted = (canonical_smiles(example["P"]),) if "P" in example else ()
    a = canonical_smiles(example["A"])
    b = a if family.record.get("self") else canonical_smiles(example["B"]) if "B" in example else None
    bound = bound_to(family, a, b, wanted)
    if bound is None:
        raise ValueError("its example gives no product")
    if wanted and bound.product != wanted[0]:
        raise ValueError(f"its example gives {bound.product}, not {wanted[0]}")
    return bound
