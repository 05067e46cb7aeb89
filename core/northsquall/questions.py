"""What to ask, in order of how much an answer moves: each question is tried with answers one would expect, and the figures compared."""

from __future__ import annotations

from collections.abc import Callable

from northsquall.assess import assess
from northsquall.assessment import Assessment, Question, Trial
from northsquall.procedure import Bath, Laboratory, Procedure, Quantity, Step
from northsquall.procedure.amounts import lots_of
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped

MOST = 8
"""Questions that are tried; each costs two assessments."""
DOSE_MIN = (10.0, 120.0)
"""Minutes of an addition that people mean by "slowly" (common practice, no source)."""
EQUIVALENTS = (0.5, 2.0)
FACTORS = {"bath-ice": (1 / 3, 3.0), "vessel": (0.7, 3.0), "water": (1.0, 10.0)}
"""What may stand for a size nobody wrote, over the one that is taken; water and ice for a quench over the mass of the batch."""
STAND_IN_MIN = 60.0
"""Minutes of an addition without a time, while other questions are tried."""
Change = Callable[[Procedure], None]


def weigh(
    procedure: Procedure, questions: list[Question], *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None
) -> list[Question]:
    """The questions with their answers tried, sorted by what these move: the verdict, then temperature, heat and gas."""
    cat = catalogue or shipped()
    out = []
    untimed = [int(q.asks.split(":")[1]) for q in questions if q.asks.startswith("duration:")]
    for n, q in enumerate(questions):
        trials = []
        for answer, change in _answers(procedure, q, cat) if n < MOST else []:
            p = procedure.model_copy(deep=True)
            for step in p.steps:
                if step.n in untimed and not q.asks.startswith("duration:"):
                    _last(step, STAND_IN_MIN)
            change(p)
            trials.append(_trial(answer, assess(p, catalogue=cat, laboratory=laboratory, preview=True)))
        out.append(q.model_copy(update={"trials": trials, "changes": _says(trials), "weight": _weight(trials)}))
    return sorted(out, key=lambda q: (-q.weight, not q.decides))


def _answers(procedure: Procedure, q: Question, cat: Catalogue) -> list[tuple[str, Change]]:
    """Two (or, for a name, all) answers to a question, in words, and what each would set."""
    kind, _, key = q.asks.partition(":")
    if kind == "duration":

        def over(minutes: float) -> Change:
            def change(p: Procedure) -> None:
                _last(next(s for s in p.steps if s.n == int(key)), minutes)

            return change

        return [(f"over {m:g} min", over(m)) for m in DOSE_MIN]
    if kind == "amount":

        def moles(n: float) -> Change:
            def change(p: Procedure) -> None:
                next(m for m in p.materials if m.id == key).stated_mol = Quantity(value=n, unit="mol")

            return change

        lots = lots_of(procedure, cat)
        lot = lots[key]
        if lot.label in ("water", "ice"):
            batch = sum(x.mass_g[1] for x in lots.values() if x.mass_g and x.material.role is None)
            grams = [round(batch * f, -1) for f in FACTORS["water"]]
            return [(f"{g:.0f} g", moles(g / 18.015)) for g in grams] if batch else []
        known = [x.best_mol for x in lots.values() if x.mol and x.substance and x.substance.smiles and x.material.role is None]
        if not known:
            return []
        base = min(known)
        return [(f"{n:.2g} mol", moles(n)) for n in (base * f for f in EQUIVALENTS)]
    if kind in ("bath-ice", "vessel", "bath"):
        return _vessel_answers(procedure, kind, key, q)
    if kind == "identity":

        def named(identity: str) -> Change:
            def change(p: Procedure) -> None:
                m = next(m for m in p.materials if m.id == key)
                m.identity, m.name, m.candidates = identity, identity, []

            return change

        return [(x, named(x)) for x in q.options]
    if kind == "strength":
        st = next(m for m in procedure.materials if m.id == key).strength
        if st is None or st.low is None or st.high is None:
            return []

        def percent(value: float) -> Change:
            def change(p: Procedure) -> None:
                m = next(m for m in p.materials if m.id == key)
                assert m.strength is not None
                m.strength = m.strength.model_copy(update={"percent_w": value, "low": None, "high": None, "basis": "w/w"})

            return change

        return [(f"{x:g} %", percent(x)) for x in (st.low, st.high)]
    return []


def _last(step: Step, minutes: float) -> None:
    step.duration, step.kind, step.all_at_once = Quantity(value=minutes, unit="min"), "dose", False


def _vessel_answers(procedure: Procedure, kind: str, key: str, q: Question) -> list[tuple[str, Change]]:
    def on(name: str, value: object) -> Change:
        def change(p: Procedure) -> None:
            v = next(v for v in p.vessels if v.name == key)
            if name == "nominal":
                v.nominal_mL = float(value)  # type: ignore[arg-type]
            elif name == "bath":
                v.bath = value if isinstance(value, Bath) else None
            elif v.bath is not None:
                v.bath.ice_g = float(value)  # type: ignore[arg-type]

        return change

    taken = next((float(w) for w in q.default.split() if w.replace(".", "", 1).isdigit()), None)
    if kind == "bath":
        return [
            ("an ice bath", on("bath", Bath(kind="ice"))),
            ("a water bath at 20 °C", on("bath", Bath(kind="water", T_C=20.0))),
        ]
    if taken is None:
        return []
    name, unit = ("nominal", "mL") if kind == "vessel" else ("ice", "g of ice")
    return [(f"{taken * f:.0f} {unit}", on(name, taken * f)) for f in FACTORS[kind]]


def _trial(answer: str, a: Assessment) -> Trial:
    peak = a.exotherm.peak_T_C
    litres = [g.litres_25C_1atm.best for g in a.gases]
    return Trial(
        answer=answer,
        verdict=a.verdict,
        peak_C=peak.high if peak.established else None,
        heat_kJ=a.heat.total_kJ.best if a.heat.total_kJ.established else None,
        gas_L=None if any(x is None for x in litres) else sum(x for x in litres if x is not None),
    )


def _apart(values: list[float | None], least: float) -> float:
    """Spread of figures over `least`; 0 where fewer than two are known."""
    known = [v for v in values if v is not None]
    return (max(known) - min(known)) / least if len(known) > 1 else 0.0


def _weight(trials: list[Trial]) -> float:
    if len(trials) < 2:
        return 0.0
    verdicts = len({t.verdict for t in trials}) - 1
    heat = max((abs(t.heat_kJ) for t in trials if t.heat_kJ is not None), default=0.0)
    gas = max((t.gas_L for t in trials if t.gas_L is not None), default=0.0)
    return round(
        10.0 * verdicts
        + min(_apart([t.peak_C for t in trials], 10.0), 9.0)
        + (_apart([t.heat_kJ for t in trials], heat) if heat > 1.0 else 0.0)
        + (_apart([t.gas_L for t in trials], gas) if gas > 0.1 else 0.0),
        3,
    )


def _says(trials: list[Trial]) -> str:
    """What the answers tried give, with the figures that differ."""
    if len(trials) < 2:
        return ""
    shown: list[Callable[[Trial], str]] = []
    if _apart([t.peak_C for t in trials], 1.0) >= 1.0:
        shown.append(lambda t: f"up to {t.peak_C:.0f} °C" if t.peak_C is not None else "peak not established")
    if _apart([t.heat_kJ for t in trials], max((abs(t.heat_kJ or 0.0) for t in trials), default=0.0) or 1.0) >= 0.05:
        shown.append(lambda t: f"{t.heat_kJ:.2g} kJ" if t.heat_kJ is not None else "heat not established")
    if _apart([t.gas_L for t in trials], max((t.gas_L or 0.0 for t in trials), default=0.0) or 1.0) >= 0.05:
        shown.append(lambda t: f"{t.gas_L:.2g} L of gas" if t.gas_L is not None else "gas not established")
    if len({t.verdict for t in trials}) > 1:
        shown.append(lambda t: t.verdict)
    if not shown:
        return f"{' or '.join(t.answer for t in trials)}: the same verdict, temperature, heat and gas."
    return "; ".join(f"{t.answer}: {', '.join(s(t) for s in shown)}" for t in trials) + "."
