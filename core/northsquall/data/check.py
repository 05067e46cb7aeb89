"""check-data: every catalogue record is what it claims to be, or a line says which is not."""

from __future__ import annotations

import csv
import re
import tomllib
from collections import Counter
from pathlib import Path
from typing import Any

from northsquall import data

PROPERTIES: dict[str, tuple[str, float, float, tuple[str, ...]]] = {
    "Hf": ("kJ/mol", -7000, 2000, ("s", "l", "g")),
    "cp": ("J/(mol K)", 5, 3000, ("s", "l")),
    "density": ("g/mL", 0.03, 23, ("s", "l")),
    "Tb": ("°C", -270, 5000, ("",)),
    "Tm": ("°C", -273, 4500, ("",)),
    "Hvap": ("kJ/mol", 0.05, 600, ("l",)),
    "Psat": ("kPa", 0, 20000, ("l",)),
    "Tflash": ("°C", -150, 400, ("",)),
    "Tauto": ("°C", 20, 900, ("",)),
    "LFL": ("vol %", 0.1, 60, ("",)),
    "UFL": ("vol %", 1, 100, ("",)),
    "limit_8h": ("ppm", 0, 10000, ("",)),
    "limit_short": ("ppm", 0, 40000, ("",)),
    "limit_ceiling": ("ppm", 0, 40000, ("",)),
    "IDLH": ("ppm", 0, 50000, ("",)),
    "Henry": ("mol/(L bar)", 0, 1e7, ("",)),
    "solubility": ("g/100 g water", 0, 2000, ("",)),
}
"""Per property: unit, lowest, highest, phases."""
WHEN = {
    "acid", "base", "no_acid", "no_base", "water", "dry", "wet", "water_per_acid", "water_per", "water_per_acid_min", "needs", "absent", "absent_smarts", "T", "slow", "standing", "distil", "cool",
    "takes_base", "excess",
}  # fmt: skip
RECORD = {
    "id", "name", "kind", "source", "tier", "equation", "written", "when", "heat", "rate", "role", "example", "product", "variants", "physical", "group", "every", "self", "twice",
    "wanted_only", "paced", "unwanted", "side_gases", "ideal_equivalents", "held_below", "ejects", "rate_class", "window", "concerns", "quench", "tests", "findings",
}  # fmt: skip
HEAT = {"per", "class", "route", "increment", "balance", "complex"}
ROLE = {"smarts", "not", "need"}
KIND_KEYS = ("rate_class", "window", "concerns", "quench", "tests", "findings")


class _Checker:
    def __init__(self, folder: Path) -> None:
        self.here = folder
        self.out: list[str] = []
        self.counts: Counter[str] = Counter()
        self.ids: set[str] = set()
        self.roots: dict[str, dict[str, str]] = {}

    def fault(self, where: str, why: str) -> None:
        self.out.append(f"{where}: {why}")

    def toml(self, name: str) -> dict[str, Any]:
        try:
            return tomllib.loads((self.here / name).read_text("utf-8"))
        except (OSError, tomllib.TOMLDecodeError) as exc:
            self.fault(name, str(exc))
            return {}

    def table(self, name: str) -> list[tuple[int, dict[str, str]]]:
        """Rows with their line numbers."""
        try:
            text = (self.here / name).read_text("utf-8").splitlines()
        except OSError as exc:
            self.fault(name, str(exc))
            return []
        numbered = [(i, line) for i, line in enumerate(text, 1) if not line.startswith("#")]
        rows = list(csv.DictReader(line for _, line in numbered))
        return [(numbered[i + 1][0] if i + 1 < len(numbered) else 0, r) for i, r in enumerate(rows)]

    def number(self, where: str, text: str | None, low: float, high: float, what: str) -> float | None:
        try:
            value = float(text or "")
        except ValueError:
            self.fault(where, f"{what} {text!r} is no number")
            return None
        if not low <= value <= high:
            self.fault(where, f"{what} {text} is outside {low:g} to {high:g}")
        return value

    def sourced(self, where: str, text: str | None) -> None:
        if not (text or "").strip():
            self.fault(where, "no source")

    def run(self) -> None:
        for check in (
            self.check_roots,
            self.check_identity,
            self.check_values,
            self.check_strengths,
            self.check_solutions,
            self.check_ladder,
            self.check_kinds,
            self.check_families,
            self.check_pairs,
            self.check_stability,
            self.check_heat,
            self.check_review,
        ):
            check()

    def check_roots(self) -> None:
        from northsquall.chemistry.formula import parse_formula

        for line, r in self.table("chemistry/roots.csv"):
            where = f"chemistry/roots.csv:{line}: {r['id']}"
            if r["id"] in self.roots:
                self.fault(where, "the id stands twice")
            self.roots[r["id"]] = r
            try:
                parse_formula(r["formula"])
            except ValueError as exc:
                self.fault(where, str(exc))
            if r["state"] not in ("aq", "s", "l", "g"):
                self.fault(where, f"state {r['state']!r}; aq, s, l or g was expected")
            if r["Hf"]:
                self.number(where, r["Hf"], -4000, 1500, "formation enthalpy")
                self.sourced(where, r["source"])
                self.counts["components with a formation enthalpy"] += 1
            self.counts["components"] += 1

    def composition(self, where: str, parts: str) -> dict[str, float] | None:
        from northsquall.chemistry.formula import parse_formula
        from northsquall.substances.catalogue import formula_of_smiles

        total: dict[str, float] = {}
        for token in parts.split():
            root, _, n = token.rpartition("=")
            try:
                formula = self.roots[root]["formula"] if root in self.roots else formula_of_smiles(root)
                for el, k in parse_formula(formula).items():
                    total[el] = total.get(el, 0.0) + float(n) * k
            except (ValueError, KeyError) as exc:
                self.fault(where, f"component “{token}”: {exc}")
                return None
        return {k: v for k, v in total.items() if abs(v) > 1e-9}

    def check_identity(self) -> None:
        from northsquall.chemistry.formula import parse_formula
        from northsquall.substances.catalogue import canonical_smiles, formula_of_smiles

        owner: dict[str, str] = {}
        for line, r in self.table("substances/identity.csv"):
            where = f"substances/identity.csv:{line}: {r['id']}"
            if r["id"] in self.ids:
                self.fault(where, "the id stands twice")
            self.ids.add(r["id"])
            self.counts["substances"] += 1
            try:
                whole = {k: float(v) for k, v in parse_formula(r["formula"]).items()}
            except ValueError as exc:
                self.fault(where, str(exc))
                whole = {}
            found = self.composition(where, r["parts"])
            if found is not None and whole and found != whole:
                self.fault(where, f"its parts hold {found}, its formula {whole}")
            if r["smiles"]:
                try:
                    if canonical_smiles(r["smiles"]) != r["smiles"]:
                        self.fault(where, f"“{r['smiles']}” is not the canonical structure")
                    if formula_of_smiles(r["smiles"]) != r["formula"]:
                        self.fault(where, f"structure {formula_of_smiles(r['smiles'])}, formula {r['formula']}")
                except ValueError as exc:
                    self.fault(where, str(exc))
            if r["phase"] not in ("s", "l", "g", "aq"):
                self.fault(where, f"phase {r['phase']!r}; s, l, g or aq was expected")
            if r["soluble"] not in ("", "no"):
                self.fault(where, f"soluble {r['soluble']!r}; empty or “no” was expected")
            if r["cas"] and not _cas_holds(r["cas"]):
                self.fault(where, f"the check digit of CAS {r['cas']} is wrong")
            for name in (*r["names"].split("|"), *(n for n in r["misspelt"].split("|") if n)):
                if not name.strip():
                    self.fault(where, "an empty name")
                elif owner.setdefault(name.lower(), r["id"]) != r["id"]:
                    self.fault(where, f"the name “{name}” belongs to {owner[name.lower()]} already")
                self.counts["names"] += 1
        for i, r in enumerate(self.toml("substances/ambiguous.toml").get("name", []), 1):
            where = f"substances/ambiguous.toml: {i}: {r.get('name')}"
            self.sourced(where, r.get("source"))
            for candidate in [*r.get("candidates", []), *([r["default"]] if "default" in r else [])]:
                if candidate not in self.ids:
                    self.fault(where, f"candidate “{candidate}” is no substance")
            self.counts["ambiguous names"] += 1

    def check_values(self) -> None:
        seen: set[tuple[str, str, str]] = set()
        for name in ("substances/values.csv", "substances/values_curated.csv"):
            for line, r in self.table(name):
                where = f"{name}:{line}: {r['id']} {r['property']}"
                if r["id"] not in self.ids:
                    self.fault(where, "no such substance")
                if r["property"] not in PROPERTIES:
                    self.fault(where, "unknown property")
                    continue
                unit, low, high, phases = PROPERTIES[r["property"]]
                if r["unit"] != unit:
                    self.fault(where, f"unit {r['unit']!r}; {unit} was expected")
                if r["phase"] not in phases:
                    self.fault(where, f"phase {r['phase']!r}; {' or '.join(p or 'none' for p in phases)} was expected")
                self.number(where, r["value"], low, high, "value")
                self.sourced(where, r["source"])
                if r["uncertainty"]:
                    self.number(where, r["uncertainty"], 0, 1e5, "uncertainty")
                elif not r["property"].startswith("limit_"):
                    self.fault(where, "no uncertainty")
                key = (r["id"], r["property"], r["phase"])
                if name.endswith("values.csv") and key in seen:
                    self.fault(where, "the value stands twice")
                seen.add(key)
                self.counts[f"{r['property']} values"] += 1
                self.counts["values"] += 1
                if "memory" in r["source"]:
                    self.counts["values from memory"] += 1
                    self.counts[f"{r['property']} from memory"] += 1

    def check_strengths(self) -> None:
        for key, r in self.toml("substances/strengths.toml").items():
            where = f"substances/strengths.toml: {key}"
            if key not in self.ids:
                self.fault(where, "no such substance")
            if not 0 < r["low"] <= r["best"] <= r["high"] <= r["strongest"] <= 100:
                self.fault(
                    where, f"low {r['low']}, best {r['best']}, high {r['high']}, strongest {r['strongest']} are not in order up to 100"
                )
            self.sourced(where, r.get("source"))
            self.counts["commercial strengths"] += 1

    def check_solutions(self) -> None:
        for name in ("substances/solutions.csv", "substances/solutions_salts.csv"):
            last: dict[str, float] = {}
            for line, r in self.table(name):
                where = f"{name}:{line}: {r['substance']} {r['percent']} %"
                if r["substance"] not in self.ids:
                    self.fault(where, "no such substance")
                percent = self.number(where, r["percent"], 0, 100, "strength")
                self.number(where, r["density_g_mL"], 0.7, 4, "density")
                self.number(where, r["cp_J_gK"], 0.5, 5, "heat capacity")
                self.sourced(where, r["density_source"])
                self.sourced(where, r["cp_source"])
                if percent is not None:
                    if percent <= last.get(r["substance"], -1):
                        self.fault(where, "strengths do not rise")
                    last[r["substance"]] = percent
                self.counts["solution points"] += 1

    def check_ladder(self) -> None:
        from northsquall.chemistry.formula import parse_formula

        record = self.toml("chemistry/ladder.toml")
        for r in record.get("rung", []):
            where = f"chemistry/ladder.toml: {r.get('base')} to {r.get('acid')}"
            for key in ("root", "base", "acid"):
                if r.get(key) not in self.roots:
                    self.fault(where, f"{key} “{r.get(key)}” is no component")
                    break
            else:
                a, b = (Counter(parse_formula(self.roots[r[k]]["formula"])) for k in ("acid", "base"))
                b["H"] += 1
                b["+"] += 1
                if {k: v for k, v in a.items() if v} != {k: v for k, v in b.items() if v}:
                    self.fault(where, "acid and base do not differ by one proton")
            if not -12 <= r.get("pKa", 99) <= 16:
                self.fault(where, f"pKa {r.get('pKa')} is outside −12 to 16")
            self.sourced(where, r.get("source"))
            self.counts["pKa"] += 1
        for r in record.get("site", []):
            where = f"chemistry/ladder.toml: site {r.get('name')}"
            self.smarts(where, r.get("smarts", ""))
            self.sourced(where, r.get("source"))
            if r.get("kind") not in ("acid", "base"):
                self.fault(where, f"kind {r.get('kind')!r}; acid or base was expected")
            self.counts["pKa"] += 1

    def smarts(self, where: str, text: str) -> None:
        from rdkit import Chem, RDLogger

        RDLogger.DisableLog("rdApp.error")  # type: ignore[attr-defined]
        try:
            if Chem.MolFromSmarts(text) is None:
                self.fault(where, f"“{text}” is not a SMARTS pattern")
        finally:
            RDLogger.EnableLog("rdApp.error")  # type: ignore[attr-defined]

    def check_kinds(self) -> None:
        self.kinds = self.toml("chemistry/kinds.toml")
        for key, r in self.kinds.items():
            for name in KIND_KEYS:
                if name not in r:
                    self.fault(f"chemistry/kinds.toml: {key}", f"no {name}")
            if r.get("rate_class") not in ("D", "K", "S"):
                self.fault(f"chemistry/kinds.toml: {key}", f"rate class {r.get('rate_class')!r}; D, K or S was expected")

    def check_families(self) -> None:
        from northsquall.chemistry import families as fam

        seen: set[str] = set()
        increments = {r["family"] for _, r in self.table("heat/increments.csv")}
        for file in fam.FILES:
            for r in self.toml(f"chemistry/{file}.toml").get("family", []):
                where = f"chemistry/{file}.toml: {r.get('id', '?')}"
                self.counts["families"] += 1
                if r.get("id") in seen:
                    self.fault(where, "the id stands twice")
                seen.add(r.get("id", "?"))
                self.sourced(where, r.get("source"))
                if not r.get("name"):
                    self.fault(where, "no name")
                if r.get("kind") not in self.kinds:
                    self.fault(where, f"kind {r.get('kind')!r} is not in kinds.toml")
                for key in set(r.get("when", {})) - WHEN:
                    self.fault(where, f"unknown condition “{key}”")
                roles = {k for role in r.get("role", {}).values() for k in role}
                for key in sorted((set(r) - RECORD) | (set(r.get("heat", {})) - HEAT) | (roles - ROLE)):
                    self.fault(where, f"“{key}” is nothing a record can say")
                for v in fam.expand(r):
                    self.variant(where, v, increments)

    def variant(self, where: str, r: dict[str, Any], increments: set[str]) -> None:
        from northsquall.chemistry import families as fam

        if r.get("physical"):
            return
        low, high = r.get("heat", {}).get("class", (0, 0))
        if low > high:
            self.fault(where, f"class {low} to {high} is not in order")
        name = r.get("heat", {}).get("increment", "").removeprefix("-")
        if name and name not in increments:
            self.fault(where, f"increment “{name}” is not in increments.csv")
        for role in r.get("role", {}).values():
            wanted = role.get("smarts", "")
            for text in [
                *([wanted] if isinstance(wanted, str) else wanted),
                *role.get("not", []),
                *([role["need"]] if "need" in role else []),
            ]:
                self.smarts(where, text)
        for root in (*r.get("when", {}).get("needs", []), *r.get("side_gases", [])):
            if root not in self.roots and not fam.is_structure(root):
                self.fault(where, f"“{root}” is no component")
        for term in re.split(r"\s(?:\+|->)\s", r.get("heat", {}).get("balance", "")):
            root = term.strip().split(" ")[-1]
            if root and not self.roots.get(root, {}).get("Hf"):
                self.fault(where, f"balance: “{root}” has no formation enthalpy")
        try:
            family = fam.family_of(r)
            bound = fam.example_of(family)
            wrong = fam.unbalanced(bound)
            if wrong:
                self.fault(where, f"does not balance: {wrong}")
            other = r.get("example", {}).get("counter_example")
            if other and fam.fits(r["role"]["A"], other):
                self.fault(where, f"acts on its counter-example {other}")
        except (ValueError, KeyError, TypeError) as exc:
            self.fault(where, str(exc))

    def check_pairs(self) -> None:
        record = self.toml("chemistry/pairs.toml")
        classes = {r.get("id"): r for r in record.get("class", [])}
        for key, r in classes.items():
            where = f"chemistry/pairs.toml: class {key}"
            for root in r.get("roots", []):
                if root not in self.roots and self.composition(where, f"{root}=1") is None:
                    continue
            for text in r.get("smarts", []):
                self.smarts(where, text)
            if not {"roots", "smarts", "acid", "base"} & set(r):
                self.fault(where, "neither components, patterns nor acidity")
        seen: set[frozenset[str]] = set()
        for r in record.get("pair", []):
            where = f"chemistry/pairs.toml: {r.get('a')} and {r.get('b')}"
            for key in (r.get("a"), r.get("b"), r.get("needs", r.get("a"))):
                if key not in classes:
                    self.fault(where, f"“{key}” is no class")
            if not r.get("then"):
                self.fault(where, "no consequence")
            tamed = r.get("tamed")
            if tamed is not None and (tamed.get("by") not in self.roots or not isinstance(tamed.get("T"), float)):
                self.fault(where, f"tamed {tamed!r}; a component and a temperature in °C were expected")
            if r.get("severity", "stop") not in ("stop", "condition", "long"):
                self.fault(where, f"severity {r['severity']!r}; stop, condition or long was expected")
            self.sourced(where, r.get("source"))
            both = frozenset((str(r.get("a")), str(r.get("b"))))
            if both in seen:
                self.fault(where, "the pair stands twice")
            seen.add(both)
            self.counts["never-together pairs"] += 1

    def check_stability(self) -> None:
        for r in self.toml("stability/alerts.toml").get("alert", []):
            where = f"stability/alerts.toml: {r.get('id')}"
            self.smarts(where, r.get("smarts", ""))
            self.sourced(where, r.get("source"))
            if not 0 < r["kJ"][0] <= r["kJ"][1] <= 600:
                self.fault(where, f"{r['kJ']} kJ/mol is not in order up to 600")
            self.counts["stability alerts"] += 1
        for r in self.toml("stability/class_bounds.toml").get("class", []):
            where = f"stability/class_bounds.toml: {r.get('id')}"
            self.smarts(where, r.get("smarts", ""))
            self.sourced(where, r.get("source"))
            if set(r["onset_C"]) != {"neat", "acid", "base"}:
                self.fault(where, "onsets for neat, acid and base were expected")

    def check_heat(self) -> None:
        for key, r in self.toml("heat/acid_mixing.toml").items():
            where = f"heat/acid_mixing.toml: {key}"
            self.sourced(where, r.get("source"))
            n = [p[0] for p in r.get("points", [])]
            if n != sorted(n):
                self.fault(where, "points do not rise")
        for line, r in self.table("heat/increments.csv"):
            where = f"heat/increments.csv:{line}: {r['family']}"
            if r["family"] != "phase_or_solution":
                self.number(where, r["increment_kJ_per_mol"], -2000, 2000, "increment")
            self.sourced(where, r["source"])
            self.counts["increments"] += 1
        for line, r in self.table("heat/groups.csv"):
            self.number(f"heat/groups.csv:{line}: {r['count']}", r["weight_kJ"], -3000, 3000, "weight")
            self.counts["group counts"] += 1

    def check_review(self) -> None:
        for key, record in self.toml("review/defaults.toml").items():
            where = f"review/defaults.toml: {key}"
            self.sourced(where, record.get("source"))
            if not record["low"] <= record["best"] <= record["high"]:
                self.fault(where, f"low {record['low']}, best {record['best']}, high {record['high']} are not in order")
            self.counts["defaults"] += 1


def faults(folder: Path | None = None) -> tuple[list[str], dict[str, int]]:
    """(one line per fault, counts) over the catalogue in `folder` (default: the shipped one)."""
    checker = _Checker(folder or data.HERE)
    checker.run()
    return checker.out, dict(checker.counts)


def _cas_holds(cas: str) -> bool:
    digits = cas.replace("-", "")
    return digits.isdigit() and sum(i * int(d) for i, d in enumerate(reversed(digits[:-1]), 1)) % 10 == int(digits[-1])


def main() -> int:
    """Print faults and counts; 1 if there is a fault."""
    found, counts = faults()
    for line in found:
        print(line)
    whole = ("substances", "names", "families", "never-together pairs", "values", "components", "pKa", "commercial strengths", "solution points", "increments", "group counts", "stability alerts", "ambiguous names", "defaults")  # fmt: skip
    print(", ".join(f"{k} {counts.get(k, 0)}" for k in whole))
    for prop in PROPERTIES:
        n = counts.get(f"{prop} values", 0)
        if n:
            print(f"  {prop}: {n} values, {100 * (1 - counts.get(f'{prop} from memory', 0) / n):.0f} % from a named source")
    memory = counts.get("values from memory", 0)
    print(f"values from memory: {memory} of {counts.get('values', 0)} ({100 * memory / max(counts.get('values', 0), 1):.1f} %)")
    print(f"{len(found)} faults")
    return 1 if found else 0
