"""How fast a reaction goes: measured, by its family, as fast as it is fed, or not known (handbook 2.4).

Where nothing is known both bounds are run: the heat as fast as the reagent comes, and nothing reacted until control is lost.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from northsquall.chemistry.ledger import Event
from northsquall.chemistry.walk import Walk

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
    """Rate law of the deciding reaction. `factors`: low and high over the best rate constant; `best` where the curve is drawn."""

    how: Literal["second order", "dosing-controlled", "not known"]
    k_ref: float
    """L/(mol s), or 1/s for one reactant."""
    Ea_kJ: float
    T_ref_C: float
    tau_s: float
    factors: tuple[float, float]
    note: str

    @property
    def known(self) -> bool:
        """Whether a rate, or that the feed sets it, is known."""
        return self.how != "not known"


def kinetics_of(e: Event) -> Kinetics:
    """The rate of an event by its family: numbers where the record has them, else by the class of its kind."""
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
    best: Event | None = None
    most = LEAST_KJ
    for e in walk.events():
        heat = heats.get((e.step, e.vessel, e.reaction.family.id), 0.0)
        if e.reaction.family.record.get("kind") in ASIDE or kinds.get(e.step) not in FED:
            continue
        if e.latent is None and e.extent > 0 and heat > most and any(n < 0 for _, n in e.reaction.change):
            best, most = e, heat
    return best


def followed(e: Event, main: Event) -> bool:
    """Whether an event is the deciding reaction, here or in a later step of the same vessel."""
    return e.latent is None and e.vessel == main.vessel and e.reaction.family.id == main.reaction.family.id
