"""check-data: every catalogue record is what it claims to be, or a line says which is not."""

from __future__ import annotations

import csv
import tomllib
from collections import Counter
from pathlib import Path

from northsquall import data

RANGES = {"Hf": (-5000, 2000), "cp": (5, 2000), "density": (0.4, 5), "Tb": (-270, 3000), "Tm": (-273, 3000), "Hvap": (1, 400)}
UNITS = {"Hf": "kJ/mol", "cp": "J/(mol K)", "density": "g/mL", "Tb": "°C", "Tm": "°C", "Hvap": "kJ/mol"}


def faults(folder: Path | None = None) -> tuple[list[str], dict[str, int]]:
    """(one line per fault, counts) over the catalogue in `folder` (default: the shipped one)."""
    here = folder or data.HERE
    out: list[str] = []
    counts: Counter[str] = Counter()
    identity = _toml(here / "substances/identity.toml", out)
    ids = _substances(identity, out, counts)
    for name in ("substances/values.csv", "substances/values_curated.csv"):
        _values(here / name, name, ids, out, counts)
    _families(_toml(here / "chemistry/families.toml", out), out, counts)
    for record in _toml(here / "chemistry/roots.toml", out).get("root", []):
        counts["roots"] += 1
        if not record.get("source"):
            out.append(f"chemistry/roots.toml: {record.get('id')}: no source")
    for key, record in _toml(here / "review/defaults.toml", out).items():
        if not record.get("source"):
            out.append(f"review/defaults.toml: {key}: no source")
        elif not record["low"] <= record["best"] <= record["high"]:
            out.append(f"review/defaults.toml: {key}: low {record['low']}, best {record['best']}, high {record['high']} are not in order")
        counts["defaults"] += 1
    return out, dict(counts)


def _toml(path: Path, out: list[str]) -> dict:  # type: ignore[type-arg]
    try:
        return tomllib.loads(path.read_text("utf-8"))
    except (OSError, tomllib.TOMLDecodeError) as exc:
        out.append(f"{path.name}: {exc}")
        return {}


def _substances(identity: dict, out: list[str], counts: Counter[str]) -> set[str]:  # type: ignore[type-arg]
    from northsquall.chemistry.formula import parse_formula
    from northsquall.substances.catalogue import formula_of_smiles

    names: dict[str, str] = {}
    ids: set[str] = set()
    for r in identity.get("substance", []):
        where = f"substances/identity.toml: {r.get('id', '?')}"
        if r.get("id") in ids:
            out.append(f"{where}: the id stands twice")
        ids.add(r.get("id", "?"))
        try:
            if "smiles" in r:
                formula_of_smiles(r["smiles"])
            else:
                whole = parse_formula(r["formula"])
                total: Counter[str] = Counter()
                for root, n in r["parts"].items():
                    for el, k in parse_formula(root).items():
                        total[el] += n * k
                if {k: v for k, v in total.items() if v} != {k: v for k, v in whole.items() if v}:
                    out.append(f"{where}: its parts hold {dict(total)}, its formula {whole}")
        except (ValueError, KeyError) as exc:
            out.append(f"{where}: {exc}")
        for name in r.get("names", []):
            if names.setdefault(name.lower(), r["id"]) != r["id"]:
                out.append(f"{where}: the name “{name}” belongs to {names[name.lower()]} already")
            counts["names"] += 1
        if r.get("phase") not in ("s", "l", "g", "aq"):
            out.append(f"{where}: phase {r.get('phase')!r}; s, l, g or aq was expected")
        if r.get("commercial") and not r["commercial"].get("source"):
            out.append(f"{where}: commercial strength without a source")
        if r.get("cas") and not _cas_holds(r["cas"]):
            out.append(f"{where}: the check digit of CAS {r['cas']} is wrong")
        counts["substances"] += 1
    return ids


def _cas_holds(cas: str) -> bool:
    digits = cas.replace("-", "")
    return digits.isdigit() and sum(i * int(d) for i, d in enumerate(reversed(digits[:-1]), 1)) % 10 == int(digits[-1])


def _values(path: Path, name: str, ids: set[str], out: list[str], counts: Counter[str]) -> None:
    with path.open(encoding="utf-8") as handle:
        for line, r in enumerate(csv.DictReader(handle), 2):
            where = f"{name}:{line}: {r['id']} {r['property']}"
            if r["id"] not in ids:
                out.append(f"{where}: no such substance")
            if r["property"] not in RANGES:
                out.append(f"{where}: unknown property")
                continue
            if r["unit"] != UNITS[r["property"]]:
                out.append(f"{where}: unit {r['unit']!r}; {UNITS[r['property']]} was expected")
            low, high = RANGES[r["property"]]
            try:
                if not low <= float(r["value"]) <= high:
                    out.append(f"{where}: {r['value']} is outside {low} to {high} {UNITS[r['property']]}")
            except ValueError:
                out.append(f"{where}: {r['value']!r} is no number")
            if not (r["source"] or "").strip():
                out.append(f"{where}: no source")
            counts[f"values {r['property']}"] += 1
            counts["values"] += 1
            counts["values from memory"] += r["source"] == "memory"


def _families(record: dict, out: list[str], counts: Counter[str]) -> None:  # type: ignore[type-arg]
    from northsquall.chemistry.families import Reaction, count_matches, family_of, unbalanced

    for r in record.get("family", []):
        where = f"chemistry/families.toml: {r.get('id', '?')}"
        counts["families"] += 1
        if not r.get("source"):
            out.append(f"{where}: no source")
        try:
            family = family_of(r)
            example = r.get("example", {})
            change: dict[str, float] = {}
            for sign, side in ((-1.0, family.left), (1.0, family.right)):
                for n, root in side:
                    key = example.get(root, root)
                    change[key] = change.get(key, 0.0) + sign * n
            wrong = {} if r.get("by_mixing") else unbalanced(Reaction(family, tuple(change.items())))
            if r.get("by_mixing"):
                wrong = _plain_balance(family)
            if wrong:
                out.append(f"{where}: does not balance: {wrong}")
            role = r.get("role", {}).get("A")
            if role and not count_matches(example.get("A", "C"), role["smarts"]):
                out.append(f"{where}: its example does not fit its own pattern")
        except (ValueError, KeyError) as exc:
            out.append(f"{where}: {exc}")


def _plain_balance(family) -> dict[str, float]:  # type: ignore[no-untyped-def]
    from northsquall.chemistry.formula import parse_formula

    total: dict[str, float] = {}
    for sign, side in ((-1.0, family.left), (1.0, family.right)):
        for n, root in side:
            for el, k in parse_formula(root).items():
                total[el] = total.get(el, 0.0) + sign * n * k
    return {k: v for k, v in total.items() if abs(v) > 1e-9}


def main() -> int:
    """Print faults and counts; 1 if there is a fault."""
    found, counts = faults()
    for line in found:
        print(line)
    print(", ".join(f"{k} {v}" for k, v in sorted(counts.items())))
    print(f"{len(found)} faults")
    return 1 if found else 0
