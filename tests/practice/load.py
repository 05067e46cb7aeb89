"""Procedures in the short notation of this folder as procedure documents, for the tests and the scorer."""

from __future__ import annotations

import json
import re
import sys
from pathlib import Path

from northsquall.procedure import Bath, Material, Procedure, Quantity, Results, Step, Strength, Vessel
from northsquall.substances import catalogue

HERE = Path(__file__).resolve().parent
MATERIAL = re.compile(
    r"(?P<name>.+?)\s+(?:(?P<value>[\d.]+)\s+(?P<unit>g|kg|mg|mL|L|mol)|\?)(?:\s+(?P<strength>[\d.]+)\s+(?P<basis>%|M))?(?:\s+\((?P<mol>[\d.]+) mol\))?(?:\s+as\s+(?P<role>\w+))?"
)
OPTION = re.compile(r"\b(from|T|limit|min|keep|into|as)\s+(\S+)")


def material(text: str, n: int, key: str, kind: str) -> Material:
    """One material of a step. Raises ValueError for a line that is not in the notation."""
    m = MATERIAL.fullmatch(text.strip())
    if not m:
        raise ValueError(f"“{text}” is not a material")
    s = catalogue().find(m["name"])
    amount = Quantity(value=float(m["value"]), unit=m["unit"]) if m["value"] else None
    strength = None
    if m["strength"]:
        value = float(m["strength"])
        strength = Strength(percent_w=value, basis="w/w") if m["basis"] == "%" else Strength(molar=value, basis="molar")
    stated = Quantity(value=float(m["mol"]), unit="mol") if m["mol"] else None
    role = m["role"] or ("absorber" if kind == "absorb" else None)
    return Material(
        id=key, name=m["name"], identity=s.id if s else None, amount=amount, stated_mol=stated, strength=strength, phase=s.phase if s else None, role=role, step=n, span=(0, 0)
    )  # fmt: skip


def one(block: list[str]) -> tuple[str, Procedure, list[str]]:
    """(id, document, expectations) of one procedure."""
    head = re.fullmatch(r"case (\S+) (.+)", block[0])
    assert head, block[0]
    doc = Procedure(title=head[2])
    expects = []
    for line in block[1:]:
        word, _, rest = line.partition(" ")
        if word == "product":
            m = re.fullmatch(r"(.+?)(?:\s+([\d.]+))?", rest)
            assert m
            s = catalogue().find(m[1])
            doc.results = Results(
                product=m[1], product_identity=s.id if s else None, product_smiles=s.smiles if s else None, mass_g=Quantity(value=float(m[2]), unit="g") if m[2] else None
            )  # fmt: skip
        elif word == "expect":
            expects.append(rest)
        elif word == "vessel":
            parts = rest.split()
            options = dict(p.split("=") for p in parts if "=" in p)
            size = next((float(p) for p in parts[2:] if re.fullmatch(r"[\d.]+", p)), None)
            bath = None
            if "bath" in options:
                bath = Bath(
                    kind=options["bath"],
                    ice_g=float(options["ice"]) if "ice" in options else None,
                    water_g=float(options["water"]) if "water" in options else None,
                )  # type: ignore[arg-type]
            doc.vessels.append(
                Vessel(
                    name=parts[0],
                    kind=parts[1],
                    nominal_mL=size,
                    closure=options.get("closure"),
                    bath=bath,
                    sensor=options.get("sensor", "pot"),
                )
            )  # type: ignore[arg-type]
        else:
            step(doc, line)
    return head[1], doc, expects


def step(doc: Procedure, line: str) -> None:
    """Add one step to a document."""
    before, _, after = line.partition(" : ")
    kind, vessel = before.split()[:2]
    n = len(doc.steps) + 1
    options = dict(OPTION.findall(before))
    s = Step(
        n=n,
        kind=kind,
        text=line,
        span=(0, 0),
        vessel=vessel,
        from_vessel=options.get("from"),
        into=options.get("into"),
        keep=options.get("keep"),
    )  # type: ignore[arg-type]
    if not any(v.name == vessel for v in doc.vessels):
        doc.vessels.append(Vessel(name=vessel, kind="vessel"))
    if "T" in options:
        low, high = (float(x) for x in options["T"].split(".."))
        s.T_range = Quantity(value=(low + high) / 2, low=low, high=high, unit="°c")
    if "limit" in options:
        s.T_limit = Quantity(value=float(options["limit"]), unit="°c")
    if "min" in options:
        s.duration = Quantity(value=float(options["min"]), unit="min")
    s.stirred = "unstirred" not in before
    s.all_at_once = kind == "add"
    for i, text in enumerate(after.split(";") if after else []):
        m = material(text, n, f"m{n}_{i}", kind)
        doc.materials.append(m)
        s.materials.append(m.id)
    doc.steps.append(s)


def load(name: str) -> list[tuple[str, Procedure, list[str]]]:
    """All procedures of a file of this folder."""
    blocks: list[list[str]] = []
    for line in (HERE / name).read_text("utf-8").splitlines():
        if line.startswith("case "):
            blocks.append([])
        if line.strip() and not line.startswith("#"):
            blocks[-1].append(line.strip())
    return [one(b) for b in blocks]


def main() -> int:
    """Assess the transcribed practice procedures into a folder, for `score-cases --saved`."""
    from northsquall.assess import assess

    out = Path(sys.argv[1])
    out.mkdir(parents=True, exist_ok=True)
    for key, doc, _ in load("transcribed.txt"):
        (out / f"{key}.json").write_text(
            json.dumps(assess(doc).model_dump(mode="json", by_alias=True), ensure_ascii=False, indent=1), "utf-8"
        )
    return 0


if __name__ == "__main__":
    sys.exit(main())
