"""From what is written to moles (handbook 2.1)."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from functools import cache

from northsquall.procedure import AS_BEFORE_IT, Material, Procedure, Strength
from northsquall.procedure.units import UnitError, convert, dimension
from northsquall.substances import Catalogue, Substance
from northsquall.substances.density import SPREAD, estimated_density
from northsquall.substances.heat_capacity import ORGANIC_J_GK, estimated_heat_capacity
from northsquall.substances.resolve import resolve
from northsquall.working import Figure, Input, figure, not_established

Triple = tuple[float, float, float]
WARM_ROOM_C = 45.0
"""What melts below this is measured as a liquid (common practice, no source)."""


@dataclass
class Lot:
    """A material with what could be made of it. Moles and grams as (low, best, high), or None."""

    material: Material
    substance: Substance | None
    mol: Triple | None = None
    mass_g: Triple | None = None
    """Mass as charged, water of a solution included."""
    water_mol: Triple | None = None
    water_per_mol: float = 0.0
    """mol water that comes with 1 mol of it at its strength, where no amount is written."""
    carrier: Substance | None = None
    """What the rest of a written strength is, where not water; nothing where that rest is an oil or an impurity."""
    carrier_g: Triple | None = None
    volume_mL: float | None = None
    cp_J_K: float | None = None
    reason: str | None = None
    assumptions: list[str] = field(default_factory=list)
    inputs: list[Input] = field(default_factory=list)
    faults: list[tuple[str, str]] = field(default_factory=list)
    """(kind, sentence) of what is implausible: "absurd", "solid by volume", "strength"."""
    candidates: list[str] = field(default_factory=list)
    """What an ambiguous or contradictory name may mean."""
    moles_differ: float | None = None
    """Factor between the written moles and the computed ones."""
    expression: str = ""
    slipped: bool = False
    """Whether the unit slipped by a thousand and the written moles were taken."""

    @property
    def best_mol(self) -> float:
        """Best moles; 0 only inside sums over lots that are known to have an amount."""
        return self.mol[1] if self.mol else 0.0

    @property
    def label(self) -> str:
        """Name for a person."""
        return self.substance.id if self.substance else self.material.name

    def stand_in(self, mol: float) -> dict[str, float]:
        """Components of `mol` of it at its strength, where no amount is written."""
        out = {k: v * mol for k, v in self.substance.parts.items()} if self.substance else {}
        if self.water_per_mol:
            out["H2O"] = out.get("H2O", 0.0) + self.water_per_mol * mol
        return out

    def rest(self, grams: Triple, w: Triple) -> None:
        """What is not the substance itself in `grams` of `w` mass per cent: water, a carrier, or nothing that reacts."""
        rest: Triple = tuple(g * (1 - f / 100) for g, f in zip(grams, w, strict=True))  # type: ignore[assignment]
        if self.material.carrier is None and self.substance is not None and _with_water(self.substance, w[1]):
            self.water_mol = tuple(g / 18.015 for g in rest)  # type: ignore[assignment]
        elif self.carrier is not None:
            self.carrier_g = rest

    def roots(self, which: int = 1) -> dict[str, float]:
        """Components for the contents ledger; `which` 0, 1, 2 = low, best, high."""
        if self.substance is None or self.mol is None:
            return {}
        out = {k: v * self.mol[which] for k, v in self.substance.parts.items()}
        if self.water_mol:
            out["H2O"] = out.get("H2O", 0.0) + self.water_mol[which]
        if self.carrier is not None and self.carrier_g is not None:
            for k, v in self.carrier.parts.items():
                out[k] = out.get(k, 0.0) + v * self.carrier_g[which] / self.carrier.mass
        return out

    def figure(self) -> Figure:
        """Moles as a Figure with working."""
        if self.mol is None:
            return not_established("mol", self.reason or "no amount is written")
        return figure(self.mol[1], "mol", low=self.mol[0], high=self.mol[2], expression=self.expression, inputs=self.inputs)


def _substance(lot: Lot, m: Material, catalogue: Catalogue) -> Substance | None:
    """What the material is; None with a reason (and candidates) where it is unknown, ambiguous or contradicts itself."""
    known = catalogue.substances.get(m.identity) if m.identity else None
    if known is None:
        found = resolve(m.identity or m.name, catalogue)
        if found.substance is None:
            lot.reason, lot.candidates = found.reason, found.candidates
            return None
        known = found.substance
        if found.how in ("structure", "systematic name"):
            lot.assumptions.append(f"read as a {found.how}: {known.formula}")
    by_name = catalogue.find(m.name)
    if m.identity and by_name is not None and by_name.parts != known.parts and catalogue.substances.get(m.identity) is None:
        lot.reason = f"“{m.name}” is {by_name.formula}, but {m.identity} is {known.formula}: they contradict each other"
        lot.candidates = [by_name.id, known.id]
        return None
    usual = catalogue.ambiguous.get(m.name.lower())
    if usual and (usual[1] or m.identity in usual[0]):  # the usual meaning, or the isomer of the named product: a question stays
        lot.candidates = usual[0]
    return known


WATER_REACTIVE = (
    "acyl-chloride", "thionyl", "phosphorus-chloride", "phosphoryl", "chlorosulfonic", "lewis-chloride", "ionic-hydride", "aluminium-hydride",
    "borohydride", "alkali-metal", "light-metal", "organometal", "carbide",
)  # fmt: skip
"""Classes of substances that are sold in no water: the rest of 60 % is an oil, a solvent or an impurity."""
NEARLY_PURE = 85.0
"""Mass per cent from which an organic liquid that water does not mix with is a purity, not a solution (assumption)."""


DISSOLVED = 30.0
"""Mass per cent up to which even a hydride may be a stabilised solution in caustic (common practice, no source)."""


@cache
def _dry(substance: str, parts: tuple[str, ...]) -> bool:
    from northsquall.chemistry.classes import classes_of_root

    return any(key in WATER_REACTIVE for root in parts for key in classes_of_root(root))


def _with_water(s: Substance, percent: float) -> bool:
    """Whether the rest of a substance at this strength is water."""
    if percent > DISSOLVED and _dry(s.id, tuple(s.parts)):
        return False
    if s.phase == "s" and not s.soluble and not s.commercial:
        return False  # a catalyst on its carrier
    polar = s.smiles is None or any(c in s.smiles for c in "ON")
    return percent < NEARLY_PURE or polar or bool(s.commercial)


def _triple(q: float, low: float | None, high: float | None, factor: float) -> Triple:
    return ((q if low is None else low) * factor, q * factor, (q if high is None else high) * factor)


SPOON_ML = 5.0
"""Volume of a solid up to which it was measured by a spoon; more is a slip or a solution."""
BULK_G_ML = (0.3, 0.9, 2.5)
"""Apparent densities of powders and crystals, low, best, high."""


PINCH_G = 1.0
"""Grams of something unknown up to which its heat capacity counts for nothing."""


def lot_of(m: Material, catalogue: Catalogue, scale: float) -> Lot:
    """One material as a Lot. Whatever is missing leaves None and a reason; nothing becomes zero."""
    lot = Lot(m, None)
    s = lot.substance = _substance(lot, m, catalogue)
    if s is None:
        if m.amount is not None and m.amount.unit == "g" and (m.amount.high or m.amount.value) <= PINCH_G:
            lot.cp_J_K = (
                m.amount.value * ORGANIC_J_GK
            )  # a pinch of something unknown holds no heat that counts; what it does is another matter (P05)
        return lot
    lot.carrier = catalogue.substances.get(m.carrier) if m.carrier else None
    if m.amount is None and m.stated_mol is None:
        lot.reason = "no amount is written"
        strength = _mass_fraction(lot, m, s, catalogue)
        if strength and strength[1] > 0 and m.carrier is None and _with_water(s, strength[1]):
            lot.water_per_mol = s.mass * (100 / strength[1] - 1) / 18.015
        return lot
    if m.amount is not None and (m.amount.value <= 0):
        lot.reason = f"{m.amount.value:g} {m.amount.unit} is not an amount; more than 0 was expected"
        lot.faults.append(("absurd", lot.reason))
        return lot
    if m.amount is not None and m.amount.low and m.amount.high and m.amount.high >= 20 * m.amount.low:
        lot.assumptions.append(
            f"told by a word: {m.amount.low:g} to {m.amount.high:g} {m.amount.unit} is taken (common practice, no source)"
        )
    w = _mass_fraction(lot, m, s, catalogue)
    if m.amount is None:
        assert m.stated_mol is not None
        moles = _triple(m.stated_mol.value, m.stated_mol.low, m.stated_mol.high, convert(1.0, m.stated_mol.unit, "moles") * scale)
        lot.mol = moles
        lot.expression = "n as written"
        _from_moles(lot, s, w, catalogue)
        return lot
    try:
        kind = dimension(m.amount.unit)
        factor = convert(1.0, m.amount.unit, kind) * scale
    except UnitError as exc:
        lot.reason = str(exc)
        return lot
    written = _triple(m.amount.value, m.amount.low, m.amount.high, factor)
    if m.amount.approximate and m.amount.low is None:
        written = (written[1] * 0.9, written[1], written[1] * 1.1)
        lot.assumptions.append("“about” is read as ± 10 %")
    lot.inputs.append(Input(name="amount", value=written[1], unit="g" if kind == "mass" else "mL", origin="procedure", span=m.amount.span))
    if kind == "mass":
        grams: Triple | None = written
    elif kind == "volume":
        grams = _grams(lot, s, written, w, catalogue)
    else:
        lot.reason = f"{m.amount.value:g} {m.amount.unit} is neither a mass nor a volume"
        return lot
    if grams is None:
        return _stated_instead(lot, m, s, w, written, catalogue, scale)
    lot.mass_g = grams
    if lot.volume_mL is None and kind == "volume":
        lot.volume_mL = written[1]
    lot.inputs.append(Input(name="molar mass", value=round(s.mass, 2), unit="g/mol", origin="catalogue"))
    if w is None:
        lot.mol = (grams[0] / s.mass, grams[1] / s.mass, grams[2] / s.mass)
        lot.expression = "n = m / M" if kind == "mass" else "n = ρ V / M"
    else:
        lot.mol = tuple(g * f / 100 / s.mass for g, f in zip(grams, w, strict=True))  # type: ignore[assignment]
        lot.rest(grams, w)
        lot.expression = "n = m w / M" if kind == "mass" else "n = ρ V w / M"
    _heat_capacity(lot, s, w, catalogue)
    assert lot.mol is not None
    if lot.mol[1] > 1e4:
        lot.faults.append(("absurd", f"{m.amount.value:g} {m.amount.unit} is {lot.mol[1]:.3g} mol: no bench scale"))
    if m.stated_mol is not None and lot.mol:
        stated = convert(m.stated_mol.value, m.stated_mol.unit, "moles") * scale
        if stated > 0:
            lot.moles_differ = lot.mol[1] / stated
            _slip(lot, m)
    return lot


def _stated_instead(lot: Lot, m: Material, s: Substance, w: Triple | None, written: Triple, catalogue: Catalogue, scale: float) -> Lot:
    """The moles written beside a volume that cannot be weighed; nothing where none are written."""
    if m.stated_mol is None or m.stated_mol.value <= 0:
        return lot
    lot.mol = _triple(m.stated_mol.value, m.stated_mol.low, m.stated_mol.high, convert(1.0, m.stated_mol.unit, "moles") * scale)
    lot.expression = "n as written"
    lot.assumptions.append(f"{lot.reason}; the written moles are taken")
    lot.reason = None
    lot.volume_mL = written[1]
    _from_moles(lot, s, w, catalogue)
    return lot


SLIPPED = 0.03
"""How near to a thousand times two amounts must lie to be the same figures with a slip of the unit."""


def _slip(lot: Lot, m: Material) -> None:
    """mg for g, g for kg: the figures agree with the written moles but for a factor of a thousand, so the moles are taken."""
    f = lot.moles_differ
    assert f is not None and lot.mol is not None and m.amount is not None
    for thousand in (1e3, 1e-3):
        if abs(f / thousand - 1.0) < SLIPPED:
            for name in ("mol", "mass_g", "water_mol"):
                three = getattr(lot, name)
                if three is not None:
                    setattr(lot, name, tuple(x / thousand for x in three))
            lot.volume_mL = lot.volume_mL / thousand if lot.volume_mL else lot.volume_mL
            lot.cp_J_K = lot.cp_J_K / thousand if lot.cp_J_K else lot.cp_J_K
            lot.slipped = True
            lot.assumptions.append(f"{m.amount.value:g} {m.amount.unit} is a thousand times off the written moles; the moles are taken")


def _mass_fraction(lot: Lot, m: Material, s: Substance, catalogue: Catalogue) -> Triple | None:
    """Strength in mass per cent as (low, best, high); None for a pure substance."""
    st = m.strength
    if (st is None or (st.percent_w is None and st.molar is None)) and s.commercial:
        c = s.commercial  # a bottle whose strength nobody wrote
        st = Strength(percent_w=float(c["best"]), low=float(c["low"]), high=float(c["high"]), basis="assumed")
    if st is not None and st.basis == "assumed" and st.word is None and s.commercial:
        c, implied = s.commercial, _implied_strength(lot, m, s, catalogue)
        if implied is not None and not 0.9 * float(c["low"]) <= implied <= 1.1 * float(c["high"]):
            lot.assumptions.append(f"strength not written: {implied:.3g} %, as the written moles in that volume ask for")
            lot.inputs.append(Input(name="strength", value=implied, unit="%", origin="assumed", note="the written moles"))
            return (implied, implied, implied)
    if st is None or (st.percent_w is None and st.molar is None):
        return None
    if st.percent_w is None:
        assert st.molar is not None
        percent = _percent_of_molar(st.molar, s, catalogue, lot.carrier)
        lot.inputs.append(Input(name="strength", value=st.molar, unit="mol/L", origin="procedure", span=st.span))
        return (percent, percent, percent)
    if st.basis == "assumed":
        source = st.word if st.word == AS_BEFORE_IT else (s.commercial or {}).get("source", "")
        source = source or (f"{st.word}, no source" if lot.carrier else f"{st.word} at room temperature, by its solubility")
        lot.assumptions.append(f"strength not written: {st.low:g}–{st.high:g} % taken ({source})")
        lot.inputs.append(Input(name="strength", value=st.percent_w, unit="%", origin="assumed", note=str(source)))
    else:
        lot.inputs.append(Input(name="strength", value=st.percent_w, unit="%", origin="procedure", span=st.span))
    if st.percent_w <= 0 or st.percent_w > (s.strongest or 100.0):
        lot.faults.append(("strength", f"{st.percent_w:g} % {s.id} does not exist; the strongest is {s.strongest or 100:g} %"))
    top = s.strongest or 100.0
    return (min(st.low or st.percent_w, top), min(st.percent_w, top), min(st.high or st.percent_w, top))


def _implied_strength(lot: Lot, m: Material, s: Substance, catalogue: Catalogue) -> float | None:
    """Mass per cent that the moles written beside a volume ask for; None where not both are written or none so strong exists."""
    if m.amount is None or m.stated_mol is None or m.stated_mol.value <= 0 or m.amount.value <= 0:
        return None
    try:
        if dimension(m.amount.unit) != "volume":
            return None
        litres = convert(m.amount.value, m.amount.unit, "volume") / 1e3
    except UnitError:
        return None
    percent = _percent_of_molar(convert(m.stated_mol.value, m.stated_mol.unit, "moles") / litres, s, catalogue, lot.carrier)
    return percent if 0.1 < percent <= (s.strongest or 100.0) else None


WATER_G_ML, SHRINKS, WATERED_SPREAD = 0.998, 0.13, 0.02
"""Water at 20 °C; how much denser than by volumes that add up a liquid in water is, times w (1 - w): 3.3 % in the middle (ethanol and 2-propanol 3.8, acetone 3, acetonitrile 2; CRC, memory); and how far it may be off."""
SOLUTE_G_ML = 1.2
"""Density that a dissolved substance without one of its own is given (assumption; 0.75 to 1.6)."""


INDICATORS = ("soluble starch", "phenolphthalein", "methyl orange", "methyl red", "bromothymol blue", "eriochrome black T")
"""Solids of which a mL is a mL of their solution (common practice, no source)."""
FEW_DROPS_G_ML = (0.01, 0.1, 0.35)
"""g of solute per mL of a solution of which a few mL are used, as of a catalyst, and no strength is written: low, best, high (common practice, no source)."""


def solution_density(s: Substance, percent: float, catalogue: Catalogue, carrier: Substance | None = None) -> float:
    """g/mL of a solution.

    In water by its table, else 1 + 0.008 per mass per cent (dilute salts, common practice); in another carrier by volumes that
    add up, 1/ρ = w/ρ_s + (1 − w)/ρ_c (ideal mixture; a Grignard reagent in ether is up to 20 % denser).
    """
    thin = carrier.value("density", "l") if carrier is not None else None
    if thin is not None:
        own, w = s.value("density", "l"), percent / 100.0
        return 1.0 / (w / (own.value if own else SOLUTE_G_ML) + (1.0 - w) / thin.value)
    found = catalogue.solution(s.id, percent)
    return found[0] if found else 1.0 + 0.008 * percent


def _percent_of_molar(molar: float, s: Substance, catalogue: Catalogue, carrier: Substance | None = None) -> float:
    """Mass per cent of a solution of `molar` mol/L, by `solution_density`."""
    percent = molar * s.mass / 10.0
    for _ in range(40):
        percent = min(molar * s.mass / (10.0 * solution_density(s, percent, catalogue, carrier)), 100.0)
    return percent


SALT_PERCENT = 60.0
SALT_TAKES = (0.35, 0.55, 0.75)
"""k in ρ = 1/(1 − k w) of a salt in water at 20 °C, low, best, high: sodium acetate 0.46, nitrite 0.55, chloride 0.63, potassium carbonate 0.70, calcium chloride 0.71 (CRC, memory); used where a salt has no table."""


def _is_salt(s: Substance) -> bool:
    """Whether a solid is made of a metal's or ammonium's ions."""
    return any((r.endswith("+") and r != "H+") or re.search(r"\+\d$", r) for r in s.parts)


def _grams(lot: Lot, s: Substance, mL: Triple, w: Triple | None, catalogue: Catalogue) -> Triple | None:
    if w is not None:
        thin = lot.carrier is not None and lot.carrier.value("density", "l") is not None
        own = s.value("density", "l") if s.phase == "l" and lot.carrier is None and catalogue.solution(s.id, w[1]) is None else None
        if own is not None and w[1] > 20:
            part = w[1] / 100.0
            rho_w = (1.0 + SHRINKS * part * (1.0 - part)) / (part / own.value + (1.0 - part) / WATER_G_ML)
            note = f"with water, by volumes that add up and shrink, ±{WATERED_SPREAD * 100:.0f} %"
            lot.inputs.append(Input(name="density", value=round(rho_w, 3), unit="g/mL", origin="computed", note=note))
            return (mL[0] * rho_w * (1.0 - WATERED_SPREAD), mL[1] * rho_w, mL[2] * rho_w * (1.0 + WATERED_SPREAD))
        molar = lot.material.strength is not None and lot.material.strength.molar is not None
        plain = lot.carrier is None and s.phase == "s" and not molar and catalogue.solution(s.id, w[1]) is None
        if plain and 20 < w[1] <= SALT_PERCENT and _is_salt(s):
            low, best, high = (1.0 / (1.0 - k * f / 100.0) for k, f in zip(SALT_TAKES, w, strict=True))
            note = "a salt in water, between those of the tables, ±6 %"
            lot.inputs.append(Input(name="density", value=round(best, 2), unit="g/mL", origin="computed", note=note))
            return (mL[0] * low, mL[1] * best, mL[2] * high)
        if (
            not thin
            and (lot.carrier is not None or catalogue.solution(s.id, w[1]) is None)
            and w[1] > 20
            and not (lot.material.strength and lot.material.strength.molar)
        ):
            lot.reason = f"no density is known for {s.id} of {w[1]:g} %{f' in {lot.carrier.id}' if lot.carrier else ''}"
            return None
        rho = tuple(solution_density(s, f, catalogue, lot.carrier) for f in w)
        note = f"in {lot.carrier.id}, by volumes that add up" if thin and lot.carrier else "20 °C, by strength"
        lot.inputs.append(Input(name="density", value=round(rho[1], 3), unit="g/mL", origin="computed" if thin else "catalogue", note=note))
        return (mL[0] * rho[0], mL[1] * rho[1], mL[2] * rho[2])
    density = s.value("density", "l")
    dissolved = lot.material.strength
    said_dissolved = (dissolved is not None and dissolved.word) or (dissolved is None and s.id in INDICATORS)
    if s.phase == "s" and s.id != "ice" and said_dissolved and mL[2] <= SPOON_ML and not s.commercial:
        low, best, high = FEW_DROPS_G_ML
        lot.assumptions.append(f"a few mL of a solution without a strength: {low:g} to {high:g} g/mL is taken (common practice, no source)")
        return (mL[0] * low, mL[1] * best, mL[2] * high)
    if s.phase == "s" and s.id != "ice" and dissolved is not None and dissolved.word:
        lot.reason = f"{mL[1]:g} mL of {dissolved.word} {s.id}: its strength is not written"
        return None
    melts = s.value("Tm")
    barely = melts is not None and melts.value <= WARM_ROOM_C and density is not None  # tert-butanol, glacial acids: poured warm
    if s.phase == "s" and s.id != "ice" and not barely:
        lot.faults.append(("solid by volume", f"{mL[1]:g} mL of {s.id}, which is a solid"))
        if mL[2] <= SPOON_ML and not s.commercial:
            low, best, high = BULK_G_ML
            lot.assumptions.append(f"a solid by the spoon: {low:g} to {high:g} g/mL is taken (common practice, no source)")
            return (mL[0] * low, mL[1] * best, mL[2] * high)
        lot.reason = f"{s.id} is a solid; its amount is written as a volume"
        return None
    if s.id == "ice":
        lot.inputs.append(Input(name="density", value=0.6, unit="g/mL", origin="assumed", note="crushed ice, bulk"))
        return (mL[0] * 0.5, mL[1] * 0.6, mL[2] * 0.7)
    if density is None:
        told = lot.material.stated_mol is not None  # moles that are written are nearer than a rule
        guess = estimated_density(s.smiles or "") if s.phase == "l" and not told else None
        if guess is None:
            lot.reason = f"no density is known for {s.id}"
            return None
        lot.inputs.append(
            Input(name="density", value=round(guess, 2), unit="g/mL", origin="computed", note="from the formula, Girolami's rule, ±10 %")
        )
        return (mL[0] * guess * (1.0 - SPREAD), mL[1] * guess, mL[2] * guess * (1.0 + SPREAD))
    lot.inputs.append(Input(name="density", value=density.value, unit="g/mL", origin="catalogue", note=density.source))
    return (mL[0] * density.value, mL[1] * density.value, mL[2] * density.value)


def _from_moles(lot: Lot, s: Substance, w: Triple | None, catalogue: Catalogue) -> None:
    assert lot.mol
    if w is None:
        lot.mass_g = (lot.mol[0] * s.mass, lot.mol[1] * s.mass, lot.mol[2] * s.mass)
    else:
        lot.mass_g = tuple(n * s.mass / (f / 100) for n, f in zip(lot.mol, w, strict=True))  # type: ignore[assignment]
        assert lot.mass_g is not None
        lot.rest(lot.mass_g, w)
    _heat_capacity(lot, s, w, catalogue)


def _heat_capacity(lot: Lot, s: Substance, w: Triple | None, catalogue: Catalogue) -> None:
    """J/K of the lot, and its volume where not written."""
    assert lot.mass_g and lot.mol
    grams = lot.mass_g[1]
    solution = catalogue.solution(s.id, w[1]) if w and lot.carrier is None else None
    cp = s.value("cp", "s" if s.phase == "s" else "l")
    if w is not None and lot.carrier is not None and lot.carrier_g is not None and (thin := lot.carrier.value("cp", "l")) is not None:
        lot.cp_J_K = lot.carrier_g[1] / lot.carrier.mass * thin.value + (grams - lot.carrier_g[1]) * ORGANIC_J_GK
        lot.assumptions.append(f"heat capacity {ORGANIC_J_GK} J/(g K) for what is dissolved (organic, common practice)")
        lot.volume_mL = lot.volume_mL or grams / solution_density(s, w[1], catalogue, lot.carrier)
        return
    if solution:
        lot.cp_J_K = grams * solution[1]
        lot.volume_mL = lot.volume_mL or grams / solution[0]
    elif s.id in ("water", "ice"):
        lot.cp_J_K = grams * 4.18
    else:
        rule, how = estimated_heat_capacity(s.formula, s.mass, s.phase, s.organic)
        thinner = grams * (1.0 - w[1] / 100.0) * (4.18 if lot.carrier is None else ORGANIC_J_GK) if w is not None else 0.0
        lot.cp_J_K = lot.mol[1] * (cp.value if cp else rule) + thinner
        if not cp:
            lot.assumptions.append(f"heat capacity of {s.id} {rule / s.mass:.2g} J/(g K) by {how}")
    density = s.value("density", "l")
    if lot.volume_mL is None:
        guess = estimated_density(s.smiles or "") if density is None and s.phase == "l" else None
        lot.volume_mL = grams / (density.value if density else guess or SOLUTE_G_ML)


def lots_of(procedure: Procedure, catalogue: Catalogue) -> dict[str, Lot]:
    """All materials as lots, by id."""
    return {m.id: lot_of(m, catalogue, procedure.scale) for m in procedure.materials}
