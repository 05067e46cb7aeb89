"""Everything about gas of one procedure, in the order in which it leaves."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np

from northsquall.chemistry.walk import Walk
from northsquall.dynamics.building import Pot
from northsquall.dynamics.pot import Run
from northsquall.dynamics.schedule import Timed
from northsquall.gas.air import Exposure, exposure_of
from northsquall.gas.closed import Closed, closed_vessels
from northsquall.gas.records import record_of
from northsquall.gas.release import Release, open_steps, releases
from northsquall.gas.train import Line, Stock, need, run_line, stock_of
from northsquall.procedure import Procedure, TrainElement
from northsquall.procedure.amounts import Lot
from northsquall.review import Settings
from northsquall.substances import Catalogue


@dataclass
class Demand:
    """What one gas asks of the absorbers and what they offer. `mol` of the reagent named; None where no amount is established."""

    gas: str
    reagent: str
    kind: str
    mol: tuple[float, float, float] | None
    offered_mol: float | None
    """Of this reagent in all absorbers of the line; None where it is not established, 0 where none is there."""
    share: float | None
    """Offered over what all gases together ask of this reagent."""
    through_min: float | None = None


@dataclass
class GasReview:
    """Releases, lines, closed vessels, demands and exposure. `seen` are gases of the ledger without an established amount."""

    releases: list[Release]
    lines: dict[str, Line]
    closed: list[Closed]
    demands: dict[str, Demand]
    exposure: dict[str, Exposure]
    seen: dict[str, list[int]] = field(default_factory=dict)
    from_absorber: dict[str, tuple[float, int, str]] = field(default_factory=dict)
    """Gases that an absorber itself gives off: (mol, step, absorber)."""
    from_spent: dict[str, tuple[float, int, str]] = field(default_factory=dict)
    """The same, of what is added to an absorber when all is over."""

    def of(self, gas: str) -> list[Release]:
        """Releases of one gas."""
        return [r for r in self.releases if r.gas == gas]

    def mol(self, gas: str) -> tuple[float, float, float]:
        """Moles of one gas over all its releases."""
        ours = self.of(gas)
        return sum(r.mol[0] for r in ours), sum(r.mol[1] for r in ours), sum(r.mol[2] for r in ours)


def review(
    procedure: Procedure,
    walks: list[Walk],
    trials: list[Walk],
    timed: list[Timed],
    lots: Mapping[str, Lot],
    settings: Settings,
    pot: Pot | None,
    runs: dict[str, Run],
    fills: Mapping[str, tuple[float | None, float | None]],
    side: Mapping[str, list[int]],
    cat: Catalogue,
) -> GasReview:
    """Work out the gas of a procedure. `side`: gases made beside a reaction, whose amount no equation gives, with their steps."""
    found = releases(procedure, lots, trials, walks, timed, settings, pot, runs)
    off = procedure.place.line_off
    heated = {s.vessel for s in procedure.steps if s.kind in ("distil", "heat", "reflux")}
    lines: dict[str, Line] = {}
    through: set[int] = set()
    sources = (
        {e.of for e in procedure.train if e.of}
        | {c.vessel for c in procedure.chemistry if c.what == "line" and c.vessel}
        | set(walks[1].lines) - set(walks[1].lines.values())
    )
    for of in sorted(x for x in sources if x):
        elements = elements_of(procedure, of)
        ours = [r for r in found if r.vessel == of and (off is None or r.step < off)]
        through |= {id(r) for r in ours}
        sweep = None if procedure.place.sweep_at_end else procedure.place.sweep_L_min
        here = {s.n for s in procedure.steps if s.vessel == of and (off is None or s.n < off)}
        beside = {g for g, steps in side.items() if here & set(steps)}
        lines[of] = run_line(of, elements, ours, lots, settings, sweep, cat, of in heated, beside)
    vented: dict[str, list[tuple[np.ndarray, np.ndarray]]] = {}
    for line in lines.values():
        for g, rate in line.vented.items():
            vented.setdefault(g, []).append((line.t_min, rate))
    for r in found:
        if id(r) not in through and len(r.t_min):
            vented.setdefault(r.gas, []).append((r.t_min, r.mol_min))
    unknown_rate = {r.gas for r in found if not r.known}
    exposure = {}
    for g in {r.gas for r in found} | set(side):
        pieces = vented.get(g, [])
        certain = g not in unknown_rate and bool(pieces)
        t, rate = _joined(pieces)
        exposure[g] = exposure_of(record_of(g), t, rate, procedure.place, settings, certain)
    demands = _demands(procedure, found, lines, lots, trials, side, off)
    peaks = {(pot.vessel.name, s.step): s.peak_C for s in runs["best"].steps} if pot is not None and "best" in runs else {}
    closed = closed_vessels(procedure, walks[1], trials, found, lots, fills, settings, cat, peaks)
    made: dict[str, tuple[float, int, str]] = {}
    spent: dict[str, tuple[float, int, str]] = {}
    absorbers = set(walks[1].lines.values())
    treated = {(s.n, s.vessel) for s in procedure.steps if s.kind != "absorb" and s.vessel in absorbers}
    for e in walks[1].entries:
        if e.vessel in absorbers:
            kept = spent if (e.step, e.vessel) in treated else made
            for g, n in e.gas.items():
                before = kept.get(g, (0.0, e.step, e.vessel))
                kept[g] = (before[0] + n, before[1], before[2])
    seen = {g: list(steps) for g, steps in side.items()}
    unwritten = open_steps(procedure, lots, walks[1])
    for w in [*trials, walks[1]]:
        for e in w.entries:
            for g, n in e.gas.items():
                if n > 1e-8 and (w is not walks[1] or e.step in unwritten) and not any(r.gas == g for r in found):
                    seen.setdefault(g, [])
                    if e.step not in seen[g]:
                        seen[g].append(e.step)
    return GasReview(
        found,
        lines,
        closed,
        demands,
        exposure,
        seen,
        {g: x for g, x in made.items() if x[0] > 1e-6},
        {g: x for g, x in spent.items() if x[0] > 1e-6},
    )


def elements_of(procedure: Procedure, of: str) -> list[TrainElement]:
    """The line of one vessel: as written, with every filled absorber of its steps that no element names behind it."""
    put = next((c for c in reversed(procedure.chemistry) if c.what == "line" and c.vessel == of), None)
    if put is not None:
        return [e.model_copy(update={"by": "reviewer", "of": of}) for e in put.line]
    out = [e for e in procedure.train if e.of in (of, None)]
    sources = {of}
    for s in procedure.steps:
        if s.kind != "absorb" or not s.vessel or not sources & {x.strip() for x in (s.from_vessel or "").split(",")}:
            continue
        sources.add(s.vessel)
        if all(e.name != s.vessel for e in out):
            names = [m.name for m in procedure.materials if m.id in s.materials]
            out.append(
                TrainElement(element="absorber", name=s.vessel, of=of, liquid=" + ".join(names), lots=list(s.materials), span=s.span)
            )
    return out


def _joined(pieces: list[tuple[np.ndarray, np.ndarray]]) -> tuple[np.ndarray, np.ndarray]:
    """Several curves on one axis, added."""
    if not pieces:
        return np.zeros(0), np.zeros(0)
    t = np.unique(np.concatenate([p[0] for p in pieces]))
    return t, np.sum([np.interp(t, a, r, left=0.0, right=0.0) for a, r in pieces], axis=0)


def _demands(
    procedure: Procedure,
    found: list[Release],
    lines: Mapping[str, Line],
    lots: Mapping[str, Lot],
    trials: list[Walk],
    side: Mapping[str, list[int]],
    off: int | None,
) -> dict[str, Demand]:
    stocks = [p.stock for line in lines.values() for p in line.elements if p.stock is not None]
    whole = Stock()
    for s in stocks:
        for k, n in s.mol.items():
            whole.mol[k] = whole.mol.get(k, 0.0) + n
        for k, grams in s.solvent_g.items():
            whole.solvent_g[k] = whole.solvent_g.get(k, 0.0) + grams
        whole.acid_name, whole.acid_per = (
            whole.acid_name or s.acid_name,
            s.acid_per if s.acid_name and not whole.acid_name else whole.acid_per,
        )
        whole.unknown = whole.unknown or s.unknown
    out: dict[str, Demand] = {}
    asked: dict[str, float] = {}
    sure: dict[str, float] = {}
    for r in found:
        sure[r.gas] = sure.get(r.gas, 0.0) + r.mol[2]
    unknown: set[str] = set()
    for w in trials:  # what comes beyond the amount that is known, once the missing amounts are there
        told: dict[str, float] = {}
        for e in w.entries:
            for g, n in e.gas.items():
                told[g] = told.get(g, 0.0) + n
        unknown |= {g for g, n in told.items() if n > 1.01 * sure.get(g, 0.0) + 1e-8}
    for g in dict.fromkeys([r.gas for r in found] + list(side)):
        record = record_of(g)
        ours = [r for r in found if r.gas == g]
        mol = (sum(r.mol[0] for r in ours), sum(r.mol[1] for r in ours), sum(r.mol[2] for r in ours))
        wanted = need(record, mol, whole)
        if wanted is None:
            continue
        kind = next((k for k, p, _ in record.takes if p and whole.mol.get(k, 0.0) > 0), record.takes[0][0])
        established = bool(ours) and g not in unknown
        offered = whole.mol.get(kind, 0.0) / (whole.acid_per if kind == "acid" else 1.0)
        through = [t for line in lines.values() for p in line.elements for x, t in p.through_min.items() if x == g and t is not None]
        out[g] = Demand(
            g,
            wanted[0],
            kind,
            wanted[1] if established else None,
            None if whole.unknown and not offered else offered,
            None,
            max(through, default=None),
        )
        if established and any(r.vessel in lines for r in ours):
            asked[kind] = asked.get(kind, 0.0) + wanted[1][1]
    for d in out.values():
        if d.mol is not None and d.offered_mol is not None and asked.get(d.kind):
            d.share = d.offered_mol / asked[d.kind]
    return out


__all__ = ["Demand", "GasReview", "review", "stock_of"]
