"""How fast a reaction goes: measured, by its family, as fast as it is fed, or not known (handbook 2.4).

Where nothing is known both bounds are run: the heat as fast as the reagent comes, and nothing reacted until control is lost.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from northsquall.chemistry.ledger import Event
from northsquall.chemistry.walk import Walk
from northsquall.dynamics.pot import Rate
from northsquall.procedure import Chemistry

FAST_L_MOL_S = 10.0
"""Rate constant that stands for "as fast as it is mixed": capped by the mixing time, so that its value does not matter."""
TAU_S = 2.0
"""Mixing time of a stirred flask, s (common practice, no source)."""
NEVER = 1e-8
"""Factor on the rate for the bound in which nothing reacts while it is fed."""
LEAST_KJ = 0.5
"""Heat from which a reaction is followed by the minute."""
WRITTEN_IN = {"D": "dosing-controlled", "K": "second order", "S": "slow or with induction"}


@dataclass(frozen=True)
class Kinetics:
    """Rate law of a reaction. `factors`: low and high over the best rate constant; the curve is drawn with the best."""

    how: Literal[
        "second order", "dosing-controlled", "not known", "first order", "autocatalytic", "two-phase", "after a wait", "dissolving"
    ]
    k_ref: float
    """L/(mol s), or 1/s for one reactant; what is catalysed by its product has L/mol more; dissolving: 1/s of the solid."""
    Ea_kJ: float
    T_ref_C: float
    tau_s: float
    factors: tuple[float, float]
    note: str
    start: float = 0.01
    """Autocatalytic: the rate at the beginning, as a part of the rate at 1 mol/L of product."""
    wait_min: float = 0.0
    """After a wait: minutes from the first feed in which nothing reacts."""

    @property
    def known(self) -> bool:
        """Whether a rate, or that the feed sets it, is known."""
        return self.how != "not known"


def kinetics_of(e: Event, settled: Chemistry | None = None) -> Kinetics:
    """The rate of an event: as a reviewer settled it, by its family where the record has numbers, else by the class of its kind."""
    if settled is not None:
        return of_reviewer(settled)
    rate: dict[str, Any] | None = e.reaction.family.rate
    if rate:
        f = float(rate["k_factor"])
        return Kinetics(
            "second order", float(rate["k_ref"]), float(rate["Ea_kJ"]), float(rate["T_ref_C"]), float(rate["tau_mix_s"]), (1 / f, f), str(rate.get("note", "family default"))
        )  # fmt: skip
    kind = str(e.reaction.family.said("rate_class") or "K")
    if kind == "D":
        note = "as fast as it is fed: the class of its kind (common practice, no source)"
        return Kinetics("dosing-controlled", FAST_L_MOL_S, 0.0, 20.0, TAU_S, (1.0, 1.0), note)
    note = f"no rate is known ({WRITTEN_IN.get(kind, kind)}): the curve takes it as fast as it is fed, the loss of control as all unreacted, the worse of each"
    return Kinetics("not known", FAST_L_MOL_S, 0.0, 20.0, TAU_S, (NEVER, 1.0), note)


def in_turn(kin: Kinetics) -> Kinetics:
    """No rate is known, and each portion waits until the last has reacted: no more than one of them piles up."""
    note = "no rate is known; each portion waits until the last has reacted, as written, so that no more than one piles up"
    return replace(kin, how="dosing-controlled", factors=(1.0, 1.0), note=note)


CONVERTED = 3.5
"""Time constants in the written time of a batch that is warmed and held until it is done: 97 % (assumption)."""
HELD_FACTOR, HELD_EA_KJ = 3.0, 80.0


def as_written(kin: Kinetics, minutes: float, T_C: float) -> Kinetics:
    """No rate is known, and the author holds the batch so long until it is done: of first order, done in that time, a factor of three either way."""
    note = f"no rate is known: held {minutes:.0f} min at about {T_C:.0f} °C, it is taken as 97 % done by then, a factor of {HELD_FACTOR:.0f} either way (assumption)"
    return replace(
        kin,
        how="first order",
        k_ref=CONVERTED / (minutes * 60.0),
        Ea_kJ=HELD_EA_KJ,
        T_ref_C=T_C,
        factors=(1 / HELD_FACTOR, HELD_FACTOR),
        note=note,
    )


def of_reviewer(c: Chemistry) -> Kinetics:
    """The rate that a reviewer put in, measured or from a paper."""
    f = max(c.factor, 1.0)
    fast = c.law == "dosing-controlled"
    k_ref = FAST_L_MOL_S if fast or c.value is None else c.value
    tau = c.tau_s if c.tau_s is not None else TAU_S
    note = f"{c.law} by {c.by}: {c.why}"
    return Kinetics(
        c.law or "second order", k_ref, 0.0 if fast else (c.Ea_kJ or 0.0), c.T_ref_C if c.T_ref_C is not None else 20.0, tau, (1 / f, f), note,
        start=c.start if c.start is not None else 0.01, wait_min=c.wait_min or 0.0,
    )  # fmt: skip


def rows(
    kin: Kinetics, nu: tuple[float, ...], a: int, b: int, third: int, product: int, solid: int, heat: tuple[float, float, float] | None
) -> list[Rate]:
    """The engine's rows for one reaction, the one that counts when control is lost first.

    `a`, `b`, `third`, `product`, `solid`: places of the substrate, the second and third reactant (-1: none), what is made, what is not yet dissolved
    (-1: none). A third reactant stops what goes as fast as it is fed; a rate of its own is of second order as it stands.
    """
    per = 1.0 if b < 0 or kin.how == "first order" else 1e-3
    b = -1 if kin.how == "first order" else b
    dissolves = kin.how == "dissolving"
    main = Rate(
        nu, a, b, (FAST_L_MOL_S if dissolves else kin.k_ref) * per, 0.0 if dissolves else kin.Ea_kJ * 1e3, kin.T_ref_C + 273.15, kin.tau_s, heat, factors=(1.0, 1.0) if dissolves else None
    )  # fmt: skip
    if third >= 0 and kin.how in ("dosing-controlled", "not known"):
        main = replace(main, k_ref=main.k_ref * 1e-3, catalyst=third)
    if kin.how == "autocatalytic":
        return [replace(main, k_ref=main.k_ref * kin.start), replace(main, k_ref=main.k_ref * 1e-3, catalyst=product)]
    if dissolves and solid >= 0:
        goes = [0.0] * len(nu)
        goes[solid], goes[a] = -1.0, 1.0
        return [main, Rate(tuple(goes), solid, -1, kin.k_ref, kin.Ea_kJ * 1e3, kin.T_ref_C + 273.15, 0.0, (0.0, 0.0, 0.0))]
    return [main]


FED = ("dose", "add")
ASIDE = ("physical", "absorb", "neutralise", "standing", "runaway")
"""Kinds whose heat comes with what is brought together, and has no rate of its own to follow."""


def deciding(walk: Walk, heats: dict[tuple[int, str, str], float], kinds: dict[int, str]) -> Event | None:
    """The reaction that the curves follow: one with a rate of its own, else the wanted one, fed while it reacts, that gives most heat.

    `heats`: kJ given off by each wanted reaction, by (step, vessel, family id); `kinds`: kind of each step by its number.
    """
    own = next((e for e in walk.events() if e.latent is None and e.reaction.family.rate), None)
    if own is not None:
        return own
    return _hottest(walk, heats, kinds, FED) or _hottest(walk, heats, kinds, WARMED)


WARMED = ("hold", "heat", "reflux")
"""Kinds of steps in which what was charged cold begins to react."""


def _hottest(walk: Walk, heats: dict[tuple[int, str, str], float], kinds: dict[int, str], among: Sequence[str]) -> Event | None:
    best: Event | None = None
    most = LEAST_KJ
    for e in walk.events():
        heat = heats.get((e.step, e.vessel, e.reaction.family.id), 0.0)
        if e.reaction.family.record.get("kind") in ASIDE or kinds.get(e.step) not in among:
            continue
        if e.latent is None and e.extent > 0 and heat > most and any(n < 0 for _, n in e.reaction.change):
            best, most = e, heat
    return best


def beside(walk: Walk, main: Event, heats: dict[tuple[int, str, str], float], kinds: dict[int, str]) -> list[Event]:
    """Other wanted reactions of the deciding one's vessel that have a rate to follow: one event for each, the most heat first."""
    most: dict[str, tuple[float, Event]] = {}
    for e in walk.events():
        family = e.reaction.family
        heat = heats.get((e.step, e.vessel, family.id), 0.0)
        if e.vessel != main.vessel or family.id == main.reaction.family.id or e.latent is not None or e.extent <= 0 or heat <= LEAST_KJ:
            continue
        if (
            family.record.get("kind") in ASIDE
            or not (family.rate or kinds.get(e.step) in FED)
            or not any(n < 0 for _, n in e.reaction.change)
        ):
            continue
        if heat > most.get(family.id, (0.0, e))[0]:
            most[family.id] = (heat, e)
    return [e for _, e in sorted(most.values(), key=lambda x: -x[0])]


def followed(e: Event, main: Event) -> bool:
    """Whether an event is the deciding reaction, here or in a later step of the same vessel."""
    return e.latent is None and e.vessel == main.vessel and e.reaction.family.id == main.reaction.family.id
