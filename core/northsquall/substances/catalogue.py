"""The catalogue: identity by name, and values by property and phase."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, field
from functools import cache
from typing import Any

import numpy as np
from rdkit import Chem

from northsquall import data, patterns
from northsquall.chemistry.formula import mass_of, parse_formula


@dataclass(frozen=True)
class Value:
    """One value with its unit, uncertainty (same unit, half-range) and source."""

    value: float
    unit: str
    source: str
    uncertainty: float | None = None
    others: str = ""
    """What other sources say, as text."""
    T_C: float | None = None


@dataclass
class Substance:
    """Identity and values of one substance. `parts` are the ledger's components, per mole."""

    id: str
    names: list[str]
    formula: str
    phase: str
    mass: float
    """Molar mass, g/mol."""
    parts: dict[str, float]
    smiles: str | None = None
    cas: str | None = None
    commercial: dict[str, Any] | None = None
    strongest: float | None = None
    soluble: bool = True
    """Whether it goes into water by itself."""
    misspelt: list[str] = field(default_factory=list)
    values: dict[tuple[str, str], Value] = field(default_factory=dict)
    local: bool = False
    """Added or corrected by the laboratory."""

    def value(self, prop: str, phase: str = "") -> Value | None:
        """The value of a property in a phase, or None: not known is not zero."""
        return self.values.get((prop, phase))

    @property
    def organic(self) -> bool:
        """Whether one of its components is a structure and not a listed one."""
        from northsquall.chemistry.roots import is_organic

        return any(is_organic(r) for r in self.parts)


def formula_of_smiles(smiles: str) -> str:
    """Hill formula of a SMILES. Raises ValueError if it cannot be parsed."""
    return _formula_of_smiles(smiles)


@cache
def _formula_of_smiles(smiles: str) -> str:
    from rdkit.Chem import rdMolDescriptors

    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    return str(rdMolDescriptors.CalcMolFormula(mol))


def canonical_smiles(smiles: str) -> str:
    """Canonical SMILES without stereo. Raises ValueError if it cannot be parsed."""
    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        raise ValueError(f"“{smiles}” is not a structure")
    return str(Chem.MolToSmiles(mol, isomericSmiles=False))


HALF_DIGIT = 0.005
"""g/mL: half of the last digit of a density as bottles and recipes give it."""


WATERS = {"mono": 1, "di": 2, "tri": 3, "tetra": 4, "penta": 5, "hexa": 6, "hepta": 7, "octa": 8, "nona": 9, "deca": 10, "dodeca": 12, "octadeca": 18}  # fmt: skip
"""Waters of a hydrate by its name."""
HYDRATE = patterns.compile(rf"(.+) ({'|'.join(WATERS)})hydrate")


class Substances(dict[str, Substance]):
    """Substances by id. The hydrate of a solid that is listed without water is made when it is asked for, and counts among none."""

    def __init__(self, listed: dict[str, Substance] | Substances) -> None:
        super().__init__(listed)
        self.hydrates: dict[str, Substance] = {}

    def __missing__(self, key: str) -> Substance:
        made = self.hydrates.get(key) or self._hydrate(key)
        if made is None:
            raise KeyError(key)
        self.hydrates[key] = made
        return made

    def _hydrate(self, key: str) -> Substance | None:
        m = HYDRATE.fullmatch(key)
        dry = dict.get(self, m[1]) if m else None
        if m is None or dry is None or dry.phase != "s" or HYDRATE.fullmatch(dry.id) is not None:
            return None
        waters = WATERS[m[2]]
        names = [f"{name} {m[2]}hydrate" for name in dry.names]
        atoms = Counter(parse_formula(dry.formula)) + Counter({"H": 2 * waters, "O": waters})
        order = sorted(atoms, key=lambda x: (x != "C", x != "H", x) if "C" in atoms else (False, False, x))
        formula = "".join(f"{x}{atoms[x] if atoms[x] > 1 else ''}" for x in order)
        return Substance(
            key, names, formula, "s", mass_of(dict(atoms)), dry.parts | {"H2O": dry.parts.get("H2O", 0.0) + waters}, soluble=dry.soluble
        )

    def __contains__(self, key: object) -> bool:
        return isinstance(key, str) and self.get(key) is not None

    def get(self, key: str, default: Any = None) -> Any:
        """The substance of the id, or `default`."""
        try:
            return self[key]
        except KeyError:
            return default


@dataclass
class Catalogue:
    """All substances, by id and by name (lower case)."""

    substances: Substances
    names: dict[str, str]
    solutions: dict[str, np.ndarray]
    """Per acid or base: columns mass %, density g/mL at 20 °C, cp J/(g K)."""
    by_smiles: dict[str, str]
    version: str
    ambiguous: dict[str, tuple[list[str], str | None]] = field(default_factory=dict)
    """Names that mean several things: (candidates, the usual one or None)."""
    _of_root: dict[str, str | None] = field(default_factory=dict)

    def find(self, name: str) -> Substance | None:
        """The substance of this name or CAS number, or None."""
        said = " ".join(name.lower().split())
        key = self.names.get(said)
        if key is None and (m := HYDRATE.fullmatch(said)) is not None and m[1] in self.names:
            return self.substances.get(f"{self.names[m[1]]} {m[2]}hydrate")
        return self.substances[key] if key else None

    def strength_of_density(self, identity: str, density: float) -> tuple[float, float, float] | None:
        """(low, best, high) mass per cent of an aqueous solution of `density` g/mL at 20 °C, for half of a last digit of 0.01; None outside its table.

        Where two strengths have one density (sulfuric acid from 94 % on) the spread covers both.
        """
        rows = self.solutions.get(identity.removeprefix("fuming "))
        s = self.substances.get(identity)
        if rows is None or s is None:
            return None
        grid = [k / 10 for k in range(1, int(10 * max(s.strongest or 100.0, rows[-1, 0])) + 1)]
        near = [p for p in grid if (found := self.solution(identity, p)) is not None and abs(found[0] - density) <= HALF_DIGIT]
        if not near:
            return None
        best = min(near, key=lambda p: abs(self.solution(identity, p)[0] - density))  # type: ignore[index]
        return near[0], best, near[-1]

    def solution(self, identity: str, percent: float) -> tuple[float, float] | None:
        """(density g/mL, cp J/(g K)) of an aqueous solution of `percent` by mass, or None.

        Linear between tabulated strengths, and from the last of them to the pure liquid where its density and heat capacity are
        known; else clamped at the ends of the table.
        """
        rows = self.solutions.get(identity.removeprefix("fuming "))
        if rows is None:
            return None
        if percent > rows[-1, 0]:
            s = self.substances.get(identity)
            density, cp = (s.value("density", "l"), s.value("cp", "l")) if s is not None and not s.commercial else (None, None)
            if s is not None and density is not None:
                part = (percent - rows[-1, 0]) / (100.0 - rows[-1, 0])
                pure = cp.value / s.mass if cp is not None else float(rows[-1, 2])
                return float(rows[-1, 1] + part * (density.value - rows[-1, 1])), float(rows[-1, 2] + part * (pure - rows[-1, 2]))
        return (
            float(np.interp(percent, rows[:, 0], rows[:, 1])),
            float(np.interp(percent, rows[:, 0], rows[:, 2])),
        )

    def label(self, smiles: str) -> str:
        """A substance's usual name for a structure; its formula where it has none here."""
        key = self.by_smiles.get(smiles)
        return self.substances[key].id if key else formula_of_smiles(smiles)

    def of_root(self, root: str) -> Substance | None:
        """The substance that a component is when it stands alone: HBr, or nitric acid for its molecules; None for an ion."""
        if root not in self._of_root:
            self._of_root[root] = self.by_smiles.get(root) or self._alone(root)
        key = self._of_root[root]
        return self.substances[key] if key else None

    def _alone(self, root: str) -> str | None:
        from northsquall.chemistry.roots import roots

        known = roots().get(root)
        if known is None or known.state == "aq":
            return None
        exact = [s.id for s in self.substances.values() if s.parts == {root: 1.0}]
        wanted = parse_formula(known.formula)
        return next(iter(exact), None) or next((s.id for s in self.substances.values() if parse_formula(s.formula) == wanted), None)

    def with_local(self, records: list[dict[str, Any]]) -> Catalogue:
        """This catalogue with a laboratory's own records on top: they win. See `local_substance`."""
        out = Catalogue(Substances(self.substances), dict(self.names), self.solutions, dict(self.by_smiles), self.version, self.ambiguous)
        for record in records:
            s = local_substance(record, out.substances.get(record["id"]))
            out.substances[s.id] = s
            for name in s.names:
                out.names[name.lower()] = s.id
            if s.smiles:
                out.by_smiles.setdefault(s.smiles, s.id)
        return out


def local_substance(record: dict[str, Any], shipped: Substance | None = None) -> Substance:
    """A laboratory's record: id, names, smiles or formula and parts, phase, values with unit and source.

    Raises ValueError with a sentence for a record that cannot be used.
    """
    name = str(record.get("id", "")).strip()
    if not name:
        raise ValueError("a substance needs a name")
    if shipped is not None:
        s = Substance(**{**shipped.__dict__, "values": dict(shipped.values), "names": list(shipped.names)})
        s.local = True
    else:
        smiles = record.get("smiles")
        if not smiles:
            raise ValueError(f"{name}: a structure (SMILES) was expected")
        flat = canonical_smiles(smiles)
        formula = formula_of_smiles(flat)
        phase = record.get("phase", "l")
        s = Substance(name, [name], formula, phase, mass_of(parse_formula(formula)), {flat: 1.0}, flat, soluble=phase != "s", local=True)
    s.names += [n for n in record.get("names", []) if n not in s.names]
    s.cas = record.get("cas") or s.cas
    for v in record.get("values", []):
        if not str(v.get("source", "")).strip():
            raise ValueError(f"{name}: the value of {v.get('property')} has no source; a source was expected")
        s.values[(v["property"], v.get("phase", ""))] = Value(float(v["value"]), v["unit"], v["source"], v.get("uncertainty"))
    return s


def _parts(text: str) -> dict[str, float]:
    out: dict[str, float] = {}
    for token in text.split():
        root, _, n = token.rpartition("=")
        out[root] = float(n)
    return out


def _hydrate_names(name: str) -> list[str]:
    """ "Nickel chloride hexahydrate", "nickel chloride 6-hydrate": the state left out, the water counted in figures."""
    m = HYDRATE.fullmatch(re.sub(r"\((?:I|II|III|IV|V|VI)\)", "", name))
    return [f"{m[1]} {m[2]}hydrate", f"{m[1]} {WATERS[m[2]]}-hydrate"] if m else []


@cache
def catalogue() -> Catalogue:
    """The shipped catalogue, read once per process."""
    substances: dict[str, Substance] = {}
    names: dict[str, str] = {}
    strengths = data.toml("substances/strengths.toml")
    for row in data.table("substances/identity.csv"):
        strength = strengths.get(row["id"])
        s = Substance(
            row["id"], row["names"].split("|"), row["formula"], row["phase"], mass_of(parse_formula(row["formula"])), _parts(row["parts"]), row["smiles"] or None,
            row["cas"] or None, strength, strength["strongest"] if strength else None, row["soluble"] != "no", [n for n in row["misspelt"].split("|") if n],
        )  # fmt: skip
        substances[s.id] = s
        s.names += [n for n in _hydrate_names(s.id) if n not in s.names]
        for name in (*s.names, *s.misspelt):
            names.setdefault(name.lower(), s.id)
        if s.cas:
            names.setdefault(s.cas, s.id)
    ambiguous = {r["name"].lower(): (r["candidates"], r.get("default")) for r in data.toml("substances/ambiguous.toml")["name"]}
    for name, (_, default) in ambiguous.items():
        if default:
            held = substances.get(names.get(name, ""))
            if held is not None and held.id != default:
                held.names = [n for n in held.names if n.lower() != name]
                substances[default].names.append(name)
            names[name] = default
        else:
            names.pop(name, None)
    for file in ("substances/values.csv", "substances/values_curated.csv"):
        for row in data.table(file):
            substances[row["id"]].values[(row["property"], row["phase"])] = Value(
                float(row["value"]),
                row["unit"],
                row["source"],
                float(row["uncertainty"]) if row["uncertainty"] else None,
                row.get("others") or "",
                float(row["T_C"]) if row["T_C"] else None,
            )
    tables: dict[str, list[tuple[float, float, float]]] = {}
    for row in (*data.table("substances/solutions.csv"), *data.table("substances/solutions_salts.csv")):
        tables.setdefault(row["substance"], []).append((float(row["percent"]), float(row["density_g_mL"]), float(row["cp_J_gK"])))
    by_smiles = {s.smiles: s.id for s in reversed(substances.values()) if s.smiles}
    return Catalogue(Substances(substances), names, {k: np.array(v) for k, v in tables.items()}, by_smiles, data.version(), ambiguous)
