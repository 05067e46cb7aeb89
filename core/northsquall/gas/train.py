"""The gas line: what each element takes, when it breaks through, what can be pulled back (handbook 2.7).

An absorber is a stock of reagent: alkali, acid, reducer, hypochlorite, alcohol (mol), and of water and other solvents (g). The gas of
every minute goes through the elements in order; an element takes the part that its efficiency allows, as long
as its stock lasts. What comes in is taken, or goes on, or leaves: the sums agree to rounding.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np

from northsquall import patterns
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import capacity
from northsquall.gas.records import GasRecord, record_of
from northsquall.gas.release import Release
from northsquall.procedure import Material, Quantity, Strength, TrainElement
from northsquall.procedure.amounts import Lot, lot_of
from northsquall.procedure.units import MOLAR_L
from northsquall.review import Settings
from northsquall.substances import Catalogue, catalogue

REDUCERS = ("SO3-2", "S2O3-2", "S2O5-2")
CELLS = 96
"""Steps in time for a release of few breakpoints: a hundredth of its length is as near as a minute of breakthrough need be."""
MU_PA_S = 1.8e-5
"""Viscosity of air at room temperature (CRC Handbook; from memory)."""
MBAR_PER_CM = 0.981
"""Pressure of a centimetre of water, mbar: ρ g h."""
FUEL_BURNT = 0.98
"""Part of a fuel gas that a flame takes (assumption)."""
REAGENT = {
    "alkali": "sodium hydroxide",
    "acid": "acid",
    "reducer": "sodium sulfite",
    "hypochlorite": "sodium hypochlorite",
    "alcohol": "methanol",
}
SOLVENTS = ("water", "diethyl ether", "methanol", "ethanol", "2-propanol", "1,4-dioxane")
"""What takes a gas by dissolving it, up to the mass fraction in the gas's record."""


@dataclass
class Stock:
    """What an absorber offers: moles of each kind of reagent, g of each solvent, and its liquid."""

    mol: dict[str, float] = field(default_factory=dict)
    solvent_g: dict[str, float] = field(default_factory=dict)
    volume_mL: float | None = None
    mass_g: float | None = None
    acid_name: str = ""
    acid_per: float = 1.0
    """Protons of the acid that is offered, per mole of it."""
    unknown: str = ""
    """Why its capacity is not established; empty where it is."""

    def copy(self) -> Stock:
        """An independent copy."""
        return Stock(dict(self.mol), dict(self.solvent_g), self.volume_mL, self.mass_g, self.acid_name, self.acid_per, self.unknown)


MERE_MEDIUM_M = 1.0
"""Strength of an acid up to which, with no amount, it is what an absorbent is dissolved in (assumption)."""


def stock_of(lots: Sequence[Lot]) -> Stock:
    """The stock of an absorber from what stands in it; an amount nobody wrote leaves its capacity not established."""
    out = Stock()
    volume: float | None = 0.0
    mass: float | None = 0.0
    for lot in lots:
        if lot.substance is None:
            out.unknown = out.unknown or f"“{lot.material.name}” is in no catalogue"
            volume = mass = None
            continue
        volume = None if volume is None or lot.volume_mL is None else volume + lot.volume_mL
        mass = None if mass is None or lot.mass_g is None else mass + lot.mass_g[1]
        molar = lot.material.strength.molar if lot.material.strength is not None else None
        dissolves = any(x.mol is not None and x.substance is not None and x.substance.id not in ("water", "ice") for x in lots)
        if lot.mol is None and dissolves and molar is not None and molar <= MERE_MEDIUM_M and lot.substance.parts.get("H+", 0.0) > 0:
            volume = mass = None
            continue  # "0.02 mol of copper sulfate in 0.3 M hydrochloric acid": what the rest is dissolved in
        if lot.mol is None:
            out.unknown = out.unknown or f"no amount of {lot.label} is written"
            continue
        parts, n = lot.substance.parts, lot.mol[0]
        water = lot.water_mol[0] if lot.water_mol else 0.0
        alkali = {r: x for r, x in parts.items() if r not in REDUCERS}
        for kind, amount in (
            ("alkali", capacity(alkali, 6.0) * n if not any(r in parts for r in REDUCERS) else 0.0),
            ("acid", speciate({**parts, "H2O": parts.get("H2O", 0.0) + 60.0}).acid(5.0) * n),
            ("reducer", sum(parts.get(r, 0.0) * (2.0 if r == "S2O5-2" else 1.0) for r in REDUCERS) * n),
            ("hypochlorite", parts.get("ClO-", 0.0) * n),
            ("alcohol", n if lot.substance.id in ("methanol", "ethanol", "acetone") else 0.0),
        ):
            if amount > 1e-9:
                out.mol[kind] = out.mol.get(kind, 0.0) + amount
        if out.mol.get("acid") and "H+" in parts and parts["H+"] > 0 and not out.acid_name:
            out.acid_name, out.acid_per = lot.substance.formula, max(parts["H+"], 1.0)
        bound = 3.0 * parts.get("SO4-2", 0.0) * n if parts.get("H+", 0.0) > 0 else 0.0  # water that sulfuric acid keeps
        for solvent, grams in (
            ("water", 18.015 * (max(water - bound, 0.0) + (n if lot.substance.id in ("water", "ice") else 0.0))),
            (lot.substance.id, n * lot.substance.mass if lot.substance.id in SOLVENTS[1:] else 0.0),
        ):
            if grams > 0:
                out.solvent_g[solvent] = out.solvent_g.get(solvent, 0.0) + grams
    out.volume_mL, out.mass_g = volume or None, mass or None
    return out


@dataclass
class Passed:
    """One element after the run: what it took (mol by gas), what came in, when each gas broke through (min)."""

    element: TrainElement
    stock: Stock | None
    came: dict[str, float] = field(default_factory=dict)
    took: dict[str, float] = field(default_factory=dict)
    through_min: dict[str, float | None] = field(default_factory=dict)
    used: dict[str, float] = field(default_factory=dict)
    """Part of each kind of reagent that is used up at the end, 0 to 1."""
    used_t: list[float] = field(default_factory=list)
    used_part: list[float] = field(default_factory=list)
    spent_min: float | None = None
    """When the last of its reagents was used up: what comes then is only dissolved, or passes."""
    back_mbar: float | None = None
    pulled: str = ""
    """What suck-back comes to: "", "caught", "held" (by a sweep or an open funnel), "reaches"."""
    pulled_mL: float | None = None
    trap_mL: float | None = None
    trouble: str = ""
    """What is wrong with the element itself, in a sentence; the rest of the line is computed."""


@dataclass
class Line:
    """One gas line after the run. `t_min` and `vented` (mol/min by gas) are what leaves it."""

    of: str
    elements: list[Passed]
    t_min: np.ndarray
    vented: dict[str, np.ndarray]
    came: dict[str, float]
    out: dict[str, float]
    back_mbar: float | None
    trouble: list[str] = field(default_factory=list)


def offers(record: GasRecord, stock: Stock) -> list[tuple[str, float, float]]:
    """What of a stock takes this gas: (kind, mol of reagent there, mol of it per mol of gas), a solvent by what it dissolves."""
    out = []
    for kind, per, limit in record.takes:
        if kind in SOLVENTS:
            room = stock.solvent_g.get(kind, 0.0) * (limit or 0.0) / (1.0 - (limit or 0.0)) / record.mass if record.mass else 0.0
            if room > 0:
                out.append((kind, room, 1.0))
        elif stock.mol.get(kind, 0.0) > 0 and per:
            out.append((kind, stock.mol[kind], per))
    return out


def need(record: GasRecord, mol: tuple[float, float, float], stock: Stock | None = None) -> tuple[str, tuple[float, float, float]] | None:
    """(reagent, mol of it for all of this gas): of the absorbers of choice the one that is offered, else the first; None where nothing in water takes it."""
    choices = [(k, p) for k, p, _ in record.takes if p]
    if not choices:
        return None
    kind, per = next(((k, p) for k, p in choices if stock is not None and stock.mol.get(k, 0.0) > 0), choices[0])
    name = REAGENT[kind]
    if kind == "acid":
        name, per = (stock.acid_name, per / stock.acid_per) if stock is not None and stock.acid_name else ("H2SO4", per / 2.0)
    low, best, high = (n * per for n in mol)
    return name, (low, best, high)


def efficiency(record: GasRecord, element: TrainElement, settings: Settings) -> tuple[float, float, float]:
    """Part of a gas that one absorber takes while its stock lasts (low, best, high)."""
    hard = record.poor or (element.above is True and not record.very_soluble)
    return settings.get("absorber_efficiency_poor" if hard else "absorber_efficiency")


def lots_in(e: TrainElement, lots: Mapping[str, Lot], cat: Catalogue | None) -> list[Lot]:
    """What stands in an element: the procedure's lots, or what a reviewer put there by name, strength and volume."""
    if e.by != "reviewer" or not e.reagent:
        return [lots[k] for k in e.lots if k in lots]
    known = cat or catalogue()
    s = known.find(e.reagent)
    m = Material(
        id=f"line:{e.name}", name=e.reagent, identity=s.id if s is not None else None, role="absorber", span=(0, 0),
        amount=Quantity(value=e.liquid_mL, unit="ml") if e.liquid_mL is not None else None,
        strength=Strength(percent_w=e.percent_w, basis="w/w") if e.percent_w is not None else None,
    )  # fmt: skip
    return [lot_of(m, known, 1.0)]


def run_line(
    of: str,
    elements: Sequence[TrainElement],
    found: Sequence[Release],
    lots: Mapping[str, Lot],
    settings: Settings,
    sweep_L_min: float | None = None,
    cat: Catalogue | None = None,
    heated: bool = False,
    beside: Iterable[str] = (),
) -> Line:
    """Lead the releases of one vessel through its elements.

    `heated`: the vessel is, so that it cools and draws air or liquid back. `beside`: gases that come beside a reaction, how much no equation says; they pull on a reagent that stands first in the line all the same.
    """
    passed = [Passed(e, stock_of(lots_in(e, lots, cat)) if e.element in ("absorber", "washer") else None) for e in elements]
    trouble = _check(of, passed)
    known = [r for r in found if len(r.t_min)]
    grid = _grid(known)
    came: dict[str, np.ndarray] = {}
    total: dict[str, float] = {}
    for r in known:
        came[r.gas] = came.get(r.gas, np.zeros(len(grid) - 1)) + _cells(r, grid)
    for g, cells in came.items():
        total[g] = float(cells.sum())
    here = dict(came)
    for p in passed:
        p.came = {g: float(x.sum()) for g, x in here.items()}
        if p.element.element == "burner":
            for g in list(here):
                if record_of(g).fuel:
                    p.took[g] = float(here[g].sum()) * FUEL_BURNT
                    here[g] = here[g] * (1.0 - FUEL_BURNT)
        elif p.stock is not None and not p.trouble:
            here = _absorb(p, here, grid, settings)
    at = (grid[1:] + grid[:-1]) / 2.0
    length = np.diff(grid)
    vented = {g: x / length for g, x in here.items()}
    out = {g: float(x.sum()) for g, x in here.items()}
    line = Line(of, passed, at, vented, total, out, None, trouble)
    _pressure(line, known, settings, sweep_L_min)
    _pulled_back(line, sweep_L_min, heated, {r.gas for r in found if not len(r.t_min) and r.mol[1] > 1e-6}, set(beside))
    return line


NEAREST_MIN = 1e-9
SPENT_PART = 1.0 - 1e-9
"""Part of the reagents used up at which none counts as left."""


def _grid(found: Sequence[Release]) -> np.ndarray:
    """Times of all breakpoints, each stretch cut into cells."""
    marks = sorted(
        {float(t) for r in found for t in (r.t_min if len(r.t_min) <= 200 else r.t_min[:: len(r.t_min) // 100 + 1])}
        | {float(r.t_min[-1]) for r in found if len(r.t_min)}
    )
    apart = marks[:1]
    for mark in marks[1:]:  # no clock tells nearer marks apart, and a cell needs a length
        if mark - apart[-1] > NEAREST_MIN:
            apart.append(mark)
        else:
            apart[-1] = mark if mark == marks[-1] and len(apart) > 1 else apart[-1]
    marks = apart
    if len(marks) < 2:
        return np.array([0.0, 1.0])
    cuts = max(2, CELLS // max(len(marks) // 4, 1))
    parts = [np.linspace(a, b, cuts, endpoint=False) for a, b in pairwise(marks)]
    return np.concatenate([*parts, [marks[-1]]])


def _cells(r: Release, grid: np.ndarray) -> np.ndarray:
    """Moles of a release in each cell of the grid; their sum is the release."""
    curve = np.concatenate([[0.0], np.cumsum(np.diff(r.t_min) * (r.mol_min[1:] + r.mol_min[:-1]) / 2.0)])
    if curve[-1] <= 0:
        return np.zeros(len(grid) - 1)
    return np.diff(np.interp(grid, r.t_min, curve, left=0.0, right=curve[-1])) * (r.mol[1] / curve[-1])


def _absorb(p: Passed, here: dict[str, np.ndarray], grid: np.ndarray, settings: Settings) -> dict[str, np.ndarray]:
    assert p.stock is not None
    stock = p.stock.copy()
    rooms: dict[tuple[str, str], float] = {}
    plan: dict[str, tuple[float, list[tuple[str, float, float]]]] = {}
    for g in here:
        plan[g] = (efficiency(record_of(g), p.element, settings)[1], offers(record_of(g), stock))
        for kind, room, _ in plan[g][1]:
            if kind in SOLVENTS:
                rooms[(g, kind)] = room
    left = dict(stock.mol)
    out = {g: x.copy() for g, x in here.items()}
    first = dict.fromkeys(here)  # type: dict[str, float | None]
    cells = len(grid) - 1
    whole = sum(stock.mol.values())
    history = np.zeros(cells)
    for i in range(cells):
        for g, x in here.items():
            n = float(x[i])
            if n <= 0:
                continue
            eff, kinds = plan[g]
            wanted, got = n * eff, 0.0
            for kind, _, per in kinds:
                room = rooms[(g, kind)] if kind in SOLVENTS else left[kind] / per
                take = min(wanted - got, room)
                if take <= 0:
                    continue
                got += take
                if kind in SOLVENTS:
                    rooms[(g, kind)] -= take
                else:
                    left[kind] -= take * per
            out[g][i] = n - got
            p.took[g] = p.took.get(g, 0.0) + got
            if kinds and got < 0.5 * wanted and first[g] is None:
                first[g] = float(grid[i])
        history[i] = 1.0 - sum(left.values()) / whole if whole > 0 else 0.0
    p.through_min = first
    p.spent_min = next((float(grid[i + 1]) for i in range(cells) if whole > 0 and history[i] >= SPENT_PART), None)
    p.used = {k: 1.0 - left[k] / n for k, n in stock.mol.items() if n > 0}
    every = max(1, cells // 80)
    p.used_t, p.used_part = [float(t) for t in grid[1:][::every]], [float(h) for h in history[::every]]
    return out


def _check(of: str, passed: list[Passed]) -> list[str]:
    """Faults of the line itself: a sentence at the element, the rest is computed."""
    names: dict[str, int] = {}
    for p in passed:
        e = p.element
        if e.volume_mL is not None and e.volume_mL <= 0:
            p.trouble = f"{e.name or e.element}: {e.volume_mL:g} mL is no volume."
        if e.element in ("absorber", "washer"):
            if not e.lots and not e.reagent:
                p.trouble = (
                    p.trouble
                    or f"{e.name or e.element}: {f'how much {e.liquid} stands in it is not written' if e.liquid else 'nothing stands in it'}; what it takes is not established."
                )
            elif p.stock is not None and p.stock.unknown:
                p.trouble = p.trouble or f"{e.name or e.element}: {p.stock.unknown}; what it takes is not established."
        if e.name:
            names[e.name] = names.get(e.name, 0) + 1
            if names[e.name] > 1:
                p.trouble = p.trouble or f"Two vessels are called {e.name}; the second is left out."
    out = []
    if any((p.element.name and p.element.after == p.element.name) or p.element.name == of for p in passed):
        out.append("The line leads back into itself.")
    if passed and passed[-1].element.element not in ("hood", "room"):
        out.append("The line's end is not written; what leaves it is taken to the hood or, without one, to the room.")
    return out


def _pressure(line: Line, found: Sequence[Release], settings: Settings, sweep: float | None) -> None:
    """Back-pressure at the peak: depth of the tubes, and the tube's own loss (Hagen–Poiseuille)."""
    flow = max((r.peak_mol_min[2] for r in found), default=0.0) * MOLAR_L + (sweep or 0.0)
    bore, length = settings.best("tube_mm") * 1e-3, settings.best("tube_m")
    loss = hagen_poiseuille_mbar(flow, bore, length)
    total = 0.0
    for p in line.elements:
        dip = p.element.dip_cm or 0.0
        p.back_mbar = MBAR_PER_CM * dip + loss
        total += p.back_mbar
    line.back_mbar = total if line.elements else None


def hagen_poiseuille_mbar(L_min: float, bore_m: float, length_m: float) -> float:
    """Pressure loss of laminar flow of air in a tube, mbar: 128 μ l Q / (π d⁴)."""
    return 128.0 * MU_PA_S * length_m * (L_min * 1e-3 / 60.0) / (math.pi * bore_m**4) / 100.0


WATERY = patterns.compile(r"\b(?:water|caustic|hydroxide|alkali|lye|soda|carbonate|brine)\b", re.I)


def _pulled_back(line: Line, sweep: float | None, heated: bool, untimed: set[str], beside: set[str]) -> None:
    """Suck-back: an absorber's liquid goes up the line when a very soluble gas ends or the pot cools; an empty trap before it holds it.

    A gas without a rate (`untimed`) is not followed along the line, but the first liquid pulls on it all the same.

    Where nobody wrote how much stands in it, no gas can be followed into it: a tube that dips in behind a heated pot, or for a very soluble gas, is enough then.

    The part of a trap that can hold is its whole volume: a trap turned the wrong way holds nothing, which the text seldom says.
    """
    trap = 0.0
    for p in line.elements:
        e = p.element
        if e.element == "trap":
            trap += e.volume_mL or 0.0
            p.trap_mL = e.volume_mL
            continue
        if e.element not in ("absorber", "washer") or p.stock is None:
            continue
        unmeasured = p.stock.volume_mL is None and bool(e.dip_cm) and WATERY.search(e.liquid or "") is not None
        gases = [  # water whose amount nobody wrote pulls as well
            g
            for g in {k for k, n in p.came.items() if n > 1e-6} | untimed
            if (
                (
                    (record_of(g).very_soluble or record_of(g).some_soluble)
                    and (offers(record_of(g), p.stock) or (unmeasured and record_of(g).very_soluble))
                )
                or (
                    bool(e.dip_cm) and any(k not in SOLVENTS for k, _, _ in offers(record_of(g), p.stock))
                )  # a reagent takes the last of it as well
            )
        ]
        if e.dip_cm and not trap:  # a reagent and a tube that dips in: how much gas there is does not matter
            gases += [g for g in beside if any(k not in SOLVENTS for k, _, _ in offers(record_of(g), p.stock))]
        untimed, beside = set(), set()
        p.pulled_mL, p.trap_mL = p.stock.volume_mL, trap
        cools = heated and not trap and p.stock.volume_mL is None and bool(e.dip_cm)
        if not gases and not cools:
            continue
        if e.above:
            p.pulled = "held"
        elif p.stock.volume_mL is not None and trap >= p.stock.volume_mL:
            p.pulled = "caught"
        elif sweep is not None:
            p.pulled = "held"
        else:
            p.pulled = "reaches"


def as_put(p: Passed, lots: Mapping[str, Lot]) -> TrainElement:
    """An element as a reviewer's own, with what stands in it by name, strength and volume."""
    e = p.element
    if e.by == "reviewer" or not e.lots:
        return e.model_copy(update={"by": "reviewer", "span": None})
    lot = lots.get(e.lots[0])
    st = lot.material.strength if lot is not None else None
    percent = st.percent_w if st is not None else None
    if percent is None and lot is not None and lot.mass_g and lot.mol and lot.substance and lot.water_mol:
        percent = float(f"{100.0 * lot.mol[1] * lot.substance.mass / lot.mass_g[1]:.3g}")
    name = lot.substance.id if lot is not None and lot.substance is not None else e.liquid
    return e.model_copy(
        update={
            "by": "reviewer",
            "span": None,
            "lots": [],
            "reagent": name,
            "liquid_mL": p.stock.volume_mL if p.stock is not None else None,
            "percent_w": percent,
        }
    )
