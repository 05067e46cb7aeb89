"""Reaction enthalpy by route: Hess, then increments, then class, then none (handbook 2.2, enthalpy.md).

kJ per mol, 25 °C, negative = exothermic.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from northsquall import data
from northsquall.chemistry.families import Reaction, count_matches
from northsquall.substances import Catalogue, Substance
from northsquall.working import Figure, Input, figure, not_established

HNO3_TO_H2O = -285.8 + 174.1
"""ΔfH(H2O, l) − ΔfH(HNO3, l), CRC."""
ORTHO = 8.2
CONTEXTS = (
    ("nitro-arene", "c[N+](=O)[O-]"),
    ("hetero", "[n,o,s;r5,r6]"),
    ("deactivated", "c[C;$(C=O),$(C#N)]"),
)


@dataclass
class Enthalpy:
    """ΔrH with its route and sources."""

    value: Figure
    route: str
    sources: list[str]


def of_reaction(reaction: Reaction, catalogue: Catalogue) -> Enthalpy:
    """ΔrH per mol of extent, by the best route there is."""
    kind = reaction.family.heat["route"]
    if kind == "ionic":
        return _ionic(reaction)
    if reaction.substrate and reaction.product:
        for route in (_hess, _increment):
            found = route(reaction, catalogue)
            if found:
                return found
    low, high = reaction.family.heat.get("class", (None, None))
    if low is None:
        return Enthalpy(not_established("kJ/mol", "no route gives an enthalpy for this reaction"), "none", [])
    mid = (low + high) / 2 * reaction.count
    source = f"class range of the family, {reaction.family.record['source']}"
    value = figure(
        mid,
        "kJ/mol",
        low=low * reaction.count,
        high=high * reaction.count,
        expression="class range of the family",
        inputs=[Input(name="class", value=f"{low:g} … {high:g}", unit="kJ/mol", origin="catalogue")],
        sources=[source],
    )
    return Enthalpy(value, "class", [source])


def _hess(reaction: Reaction, catalogue: Catalogue) -> Enthalpy | None:
    """Both organics tabulated in the same state."""
    ids = [catalogue.by_smiles.get(s or "") for s in (reaction.substrate, reaction.product)]
    if None in ids:
        return None
    a, p = (catalogue.substances[str(i)] for i in ids)
    for phase, half in (("l", 5.0), ("s", 9.0)):
        va, vp = a.value("Hf", phase), p.value("Hf", phase)
        if va and vp:
            dh = vp.value - va.value + reaction.count * HNO3_TO_H2O
            spread = math.hypot(half, math.hypot(va.uncertainty or 0.0, vp.uncertainty or 0.0))
            inputs = [
                Input(name=f"ΔfH {a.id} ({phase})", value=va.value, unit="kJ/mol", origin="catalogue", note=va.source),
                Input(name=f"ΔfH {p.id} ({phase})", value=vp.value, unit="kJ/mol", origin="catalogue", note=vp.source),
                Input(name="ΔfH H2O(l) − ΔfH HNO3(l)", value=round(HNO3_TO_H2O, 1), unit="kJ/mol", origin="catalogue", note="CRC"),
            ]
            sources = sorted({va.source, vp.source, "CRC via chemicals"})
            value = figure(
                dh,
                "kJ/mol",
                low=dh - spread,
                high=dh + spread,
                expression="ΔrH = ΣνΔfH(products) − ΣνΔfH(reactants)",
                inputs=inputs,
                sources=sources,
            )
            return Enthalpy(value, "hess", sources)
    return None


def _context(smiles: str) -> str:
    return next((name for name, smarts in CONTEXTS if count_matches(smiles, smarts)), "any")


def ortho_neighbours(product: str) -> int:
    """Substituents beside the (first) ring nitro group."""
    return count_matches(product, "[O-][N+](=O)c:c[!#1;!R]") if count_matches(product, "c[N+](=O)[O-]") == 1 else 0


def _increment(reaction: Reaction, catalogue: Catalogue) -> Enthalpy | None:
    """The family's mean increment in the liquid or the melt; scatter shrunk to 8 (weight 3)."""
    family = reaction.family.heat.get("increment")
    rows = [r for r in data.table("heat/increments.csv") if r["family"] == family and r["phase"] in ("l", "l*")]
    if not rows or reaction.substrate is None or reaction.product is None:
        return None
    context = _context(reaction.substrate)
    row = next((r for r in rows if r["context"] == context and int(r["n_pairs"]) >= 4), None)
    widen = 1.0
    if row is None:
        row = next((r for r in rows if r["context"] == "any"), None)
        widen = 1.15 if context != "any" else 1.0
    if row is None:
        return None
    n, sd = int(row["n_pairs"]), float(row["sd"])
    scatter = math.sqrt((n * sd * sd + 3 * 64.0) / (n + 3))
    ortho = ortho_neighbours(reaction.product)
    slope = ORTHO * ortho if row["context"] == "any" else 0.0
    half = max(10.0, 1.8 * scatter * widen * (1.3 if n < 6 else 1.0))
    increment = float(row["increment_kJ_per_mol"])
    dh = reaction.count * (increment + HNO3_TO_H2O) + slope
    half *= reaction.count
    source = f"increment, {row['source']}, {n} pairs"
    value = figure(
        dh, "kJ/mol", low=dh - half, high=dh + half, expression="ΔrH = I + ΔfH(H2O) − ΔfH(HNO3)",
        inputs=[
            Input(name=f"increment ArH → ArNO2, ring {row['context']}", value=increment, unit="kJ/mol", origin="catalogue", note=f"{n} pairs, sd {sd:g}"),
            Input(name="ΔfH H2O(l) − ΔfH HNO3(l)", value=round(HNO3_TO_H2O, 1), unit="kJ/mol", origin="catalogue", note="CRC"),
            Input(name=f"{ortho} ortho neighbours", value=round(slope, 1), unit="kJ/mol", origin="catalogue"),
        ],
        sources=[source],
    )  # fmt: skip
    return Enthalpy(value, "increment", [source])


def _ionic(reaction: Reaction) -> Enthalpy:
    """Hess over dissolved ions and gases (infinite dilution)."""
    known = {r["id"]: r["Hf"] for r in data.toml("chemistry/roots.toml")["root"]}
    dh = sum(n * known[s] for n, s in reaction.family.right) - sum(n * known[s] for n, s in reaction.family.left)
    inputs = [
        Input(name=f"ΔfH {s}", value=known[s], unit="kJ/mol", origin="catalogue", note="CRC")
        for _, s in (*reaction.family.left, *reaction.family.right)
    ]
    value = figure(
        dh,
        "kJ/mol",
        low=dh - 5,
        high=dh + 5,
        expression="ΔrH = ΣνΔfH(products) − ΣνΔfH(reactants), ions at infinite dilution",
        inputs=inputs,
        sources=["CRC via chemicals"],
    )
    return Enthalpy(value, "hess", ["CRC via chemicals"])


def of_solid_carbonate(base: Substance) -> Enthalpy | None:
    """Solid carbonate or bicarbonate with dilute strong acid, CO2 leaving, per mol of CO2.

    ΔrH = ΔfH(CO2) + ΔfH(H2O) + Σ ΔfH(cations) − ΔfH(solid); the low end adds the second proton of
    hydrogen sulfate (−22 kJ/mol each).
    """
    solid = base.value("Hf", "s")
    known = {r["id"]: r["Hf"] for r in data.toml("chemistry/roots.toml")["root"]}
    cations = {k: n for k, n in base.parts.items() if k in ("Na+", "K+")}
    if solid is None or not cations:
        return None
    dh = known["CO2"] + known["H2O"] + sum(n * known[k] for k, n in cations.items()) - solid.value
    acid = sum(cations.values())
    inputs = [Input(name=f"ΔfH {base.id} (s)", value=solid.value, unit="kJ/mol", origin="catalogue", note=solid.source)]
    value = figure(
        dh,
        "kJ/mol",
        low=dh - 5 - 22 * acid,
        high=dh + 5,
        expression="ΔrH = ΔfH(CO2) + ΔfH(H2O) + ΣΔfH(cations) − ΔfH(solid)",
        inputs=inputs,
        sources=["CRC via chemicals"],
    )
    return Enthalpy(value, "hess", ["CRC via chemicals"])
