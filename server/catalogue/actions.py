"""Finding substances, and adding what a laboratory knows better."""

from __future__ import annotations

import re
from typing import Any

from django.db import transaction
from django.utils import timezone
from rapidfuzz import fuzz, process

from accounts.models import User
from catalogue.models import LocalRecord
from northsquall.data.check import PROPERTIES
from northsquall.stability import alerts_of, oxygen_balance
from northsquall.substances import Catalogue, Substance
from northsquall.substances import catalogue as shipped
from northsquall.substances.catalogue import local_substance
from northsquall.substances.resolve import cas_holds, resolve
from records.models import log


class Unusable(ValueError):
    """A record or a search that cannot be used; the message says what was given and what was expected."""


class SecondLook(Exception):
    """The same person may not look twice."""


def current() -> Catalogue:
    """The shipped catalogue with the laboratory's confirmed records on top."""
    records = [r.record for r in LocalRecord.objects.filter(confirmed__isnull=False)]
    return shipped().with_local(records) if records else shipped()


def readable() -> tuple[Catalogue, frozenset[str]]:
    """What the screen shows: as `current`, and substances that wait for a second look (their names), so that somebody can look."""
    cat = current()
    new = {r.substance: r.record for r in LocalRecord.objects.filter(confirmed__isnull=True) if r.substance not in cat.substances}
    return (cat.with_local(list(new.values())) if new else cat), frozenset(new)


def find(text: str, cat: Catalogue, limit: int = 30) -> list[tuple[Substance, str]]:
    """Substances for a search: (substance, the name or reason that fits), best first. By name, part of it, CAS, formula or structure."""
    wanted = " ".join(text.split())
    if not wanted:
        return []
    low = wanted.lower()
    out: dict[str, tuple[float, str]] = {}
    exact = resolve(wanted, cat)
    if exact.substance is not None:
        out[exact.substance.id] = (200.0, exact.how)
    for candidate in exact.candidates:
        out[candidate] = (150.0, f"may be meant by “{wanted}”")
    for s in cat.substances.values():
        if s.formula == wanted:
            out.setdefault(s.id, (120.0, "formula"))
        for name in (*s.names, *s.misspelt):
            key = name.lower()
            if low in key:
                score = 100.0 - len(key) / 4 + min(len(s.names), 12) / 2  # what has more names is met more often
                score += (20.0 if key.startswith(low) else 0.0) - (40.0 if name in s.misspelt else 0.0)
                if score > out.get(s.id, (0.0, ""))[0]:
                    out[s.id] = (score, name)
    if len(out) < 5 and len(low) > 3:
        for name, score, _ in process.extract(low, cat.names.keys(), scorer=fuzz.ratio, limit=8, score_cutoff=78):
            out.setdefault(cat.names[name], (score - 100.0, f"like “{name}”"))
    ordered = sorted(out.items(), key=lambda t: -t[1][0])[:limit]
    extra = {exact.substance.id: exact.substance} if exact.substance is not None else {}
    return [(cat.substances.get(key) or extra[key], why) for key, (_, why) in ordered]


def described(s: Substance) -> dict[str, Any]:
    """A substance with every value, its source and its other sources; what is missing stands as missing."""
    values = []
    for prop, (unit, _, _, phases) in PROPERTIES.items():
        found = [(phase, s.values[(prop, phase)]) for phase in phases if (prop, phase) in s.values]
        for phase, v in found:
            values.append(
                {
                    "property": prop,
                    "phase": phase,
                    "value": v.value,
                    "unit": v.unit,
                    "uncertainty": v.uncertainty,
                    "source": v.source,
                    "others": v.others,
                    "T_C": v.T_C,
                }
            )
        if not found:
            values.append(
                {"property": prop, "phase": "", "value": None, "unit": unit, "uncertainty": None, "source": "", "others": "", "T_C": None}
            )
    strength = s.commercial
    alerts = (
        [f"{a.name}: {a.kJ[0]:.0f}–{a.kJ[1]:.0f} kJ/mol on decomposition ({a.source})" for a in alerts_of(s.smiles)] if s.smiles else []
    )
    return {
        "id": s.id, "formula": s.formula, "mass": round(s.mass, 3), "cas": s.cas or "", "smiles": s.smiles or "", "phase": s.phase, "names": s.names, "misspelt": s.misspelt,
        "parts": s.parts, "local": s.local, "values": values, "alerts": alerts, "svg": drawing(s.smiles) if s.smiles else "",
        "oxygen_balance": round(oxygen_balance(s.formula), 1) if s.smiles and alerts else None,
        "strength": {"low": strength["low"], "best": strength["best"], "high": strength["high"], "strongest": strength["strongest"], "source": strength["source"]} if strength else None,
    }  # fmt: skip


def drawing(smiles: str) -> str:
    """The structure as SVG in the colour of the text; empty where it cannot be drawn."""
    from rdkit import Chem
    from rdkit.Chem.Draw import rdMolDraw2D

    mol = Chem.MolFromSmiles(smiles)
    if mol is None:
        return ""
    draw = rdMolDraw2D.MolDraw2DSVG(240, 150)
    options = draw.drawOptions()
    options.clearBackground = False
    options.useBWAtomPalette()
    options.bondLineWidth = 1.3
    rdMolDraw2D.PrepareAndDrawMolecule(draw, mol)
    draw.FinishDrawing()
    text: str = draw.GetDrawingText()
    text = text[text.index("<svg") :].replace("#000000", "currentColor")
    # the page's policy allows no inline styles: the same as attributes
    return re.sub(r"style='([^']*)'", lambda m: " ".join(f"{k}='{v}'" for k, v in re.findall(r"([\w-]+):([^;]+)", m[1])), text)


@transaction.atomic
def add(by: User, record: dict[str, Any], why: str) -> LocalRecord:
    """Add a substance or correct values. Reviewers and managers may. Raises Unusable with a sentence."""
    name = str(record.get("id", "")).strip()
    if record.get("cas") and not cas_holds(str(record["cas"])):
        raise Unusable(f"The check digit of CAS {record['cas']} is wrong.")
    for v in record.get("values", []):
        known = PROPERTIES.get(v.get("property", ""))
        if known is None:
            raise Unusable(f"“{v.get('property')}” is no property here; {', '.join(PROPERTIES)} were expected.")
        unit, low, high, phases = known
        if v.get("unit") != unit:
            raise Unusable(f"{v['property']} is given in {v.get('unit') or 'no unit'}; {unit} was expected.")
        if v.get("phase", "") not in phases:
            raise Unusable(f"{v['property']} needs the phase {' or '.join(p or 'none' for p in phases)}; “{v.get('phase', '')}” was given.")
        if not low <= float(v["value"]) <= high:
            raise Unusable(f"{v['property']} of {v['value']} {unit} is outside {low:g} to {high:g} {unit}.")
    if len(why.strip()) < 3:
        raise Unusable("Say why, and where the values are from.")
    try:
        local_substance(record, shipped().substances.get(name))
    except ValueError as exc:
        raise Unusable(f"{exc}."[0].upper() + f"{exc}."[1:]) from exc
    row = LocalRecord.objects.create(substance=name[:120], record=record, why=why[:400], added_by=by, added=timezone.now())
    log(by, "added to the catalogue", f"substance {name[:90]}", record=record, why=why[:400])
    return row


@transaction.atomic
def confirm(by: User, pk: int) -> LocalRecord:
    """The second look: not by the person who added it."""
    row = LocalRecord.objects.select_for_update().get(pk=pk)
    if row.added_by_id == by.pk:
        raise SecondLook(f"{by.full_name} added this record; the second look is another person's.")
    if row.confirmed is None:
        row.confirmed_by, row.confirmed = by, timezone.now()
        row.save()
        log(by, "confirmed in the catalogue", f"substance {row.substance[:90]}", record=row.pk)
    return row
