"""Sentences of the trade by the kind of thing they say, each in a host text: how much, how strong, how long, how warm, what into what, where the gas goes."""

from __future__ import annotations

import tomllib
from collections.abc import Callable
from pathlib import Path

import pytest

from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import lots_of
from northsquall.procedure.units import convert
from northsquall.reading import read
from northsquall.substances import catalogue

FRAMES = tomllib.loads((Path(__file__).parent / "frames.toml").read_text("utf-8"))["frame"]


def identities(p: Procedure, *steps: Step) -> list[str | None]:
    of = {m.id: m.identity for m in p.materials}
    return [of[k] for s in steps for k in s.materials]


def moles(p: Procedure, identity: str) -> float:
    return sum(x.best_mol for x in lots_of(p, catalogue()).values() if x.substance is not None and x.substance.id == identity)


def minutes(s: Step) -> float | None:
    return None if s.duration is None else convert(s.duration.value, s.duration.unit, "time") / 60.0


def fed(p: Procedure, low: float = 28.9, high: float = 31.1) -> list[Step]:
    return [s for s in p.steps if s.kind == "dose" and (t := minutes(s)) is not None and low <= t <= high]


def of_vessel(p: Procedure, name: str | None, until: int) -> list[str | None]:
    return identities(p, *(s for s in p.steps if s.vessel == name and s.n < until))


def order(p: Procedure) -> bool:
    d = fed(p)
    return (
        len(d) == 1
        and "bromine" in identities(p, *d)
        and "cyclohexene" not in identities(p, *d)
        and "cyclohexene" in of_vessel(p, d[0].vessel, d[0].n)
    )


def quench(p: Procedure) -> bool:
    q = [s for s in p.steps if s.kind == "quench"]
    grams = [m.amount.value for m in p.materials if m.identity == "ice" and m.amount]
    return len(q) == 1 and "ice" in identities(p, *q) and grams == [200] and q[0].from_vessel not in (None, q[0].vessel)


def line(p: Procedure) -> bool:
    caustic = [m for m in p.materials if m.identity == "sodium hydroxide" and m.role == "absorber" and m.amount and m.amount.value == 300]
    return bool(caustic) and "sodium hydroxide" not in identities(p, *(s for s in p.steps if s.kind != "absorb"))


def bath(*kinds: str) -> Callable[[Procedure], bool]:
    return lambda p: any(v.bath is not None and v.bath.kind in kinds for v in p.vessels)


def in_step(identity: str, *kinds: str) -> Callable[[Procedure], bool]:
    return lambda p: any(s.kind in kinds and identity in identities(p, s) for s in p.steps)


def distil(p: Procedure) -> bool:
    d = [s for s in p.steps if s.kind == "distil"]
    return len(d) == 1 and d[0].T_range is not None and (d[0].T_range.low, d[0].T_range.high) == (99, 103)


def held(p: Procedure) -> bool:
    kept = [s for s in p.steps if s.kind in ("hold", "heat", "reflux") and s.T_range is not None and s.T_range.value == 50]
    return any(minutes(s) == pytest.approx(120) for s in kept)


def mixed(p: Procedure) -> bool:
    """Both acids go in over 45 min, ready mixed or from a vessel that nothing else was put in."""
    d = fed(p, 45, 45)
    if len(d) != 1:
        return False
    got = identities(p, *d) + (of_vessel(p, d[0].from_vessel, d[0].n) if d[0].from_vessel else [])
    return (
        {"nitric acid", "sulfuric acid"} <= set(got)
        and "methyl benzoate" not in got
        and "methyl benzoate" in of_vessel(p, d[0].vessel, d[0].n)
    )


def apart(p: Procedure) -> bool:
    d = fed(p, 40, 40)
    if len(d) != 1:
        return False
    got = identities(p, *d) + (of_vessel(p, d[0].from_vessel, d[0].n) if d[0].from_vessel else [])
    return {"camphor", "ethanol"} <= set(got) and "sodium borohydride" not in got


def diazo(p: Procedure) -> bool:
    d = fed(p, 20, 20)
    return len(d) == 1 and "sodium nitrite" in identities(p, *d) and "p-toluidine" in of_vessel(p, d[0].vessel, d[0].n)


def copper(p: Procedure) -> bool:
    d = [s for s in p.steps if s.kind in ("dose", "add") and s.from_vessel]
    return (
        len(d) == 1
        and "copper(I) chloride" in of_vessel(p, d[0].vessel, d[0].n)
        and "sodium nitrite" in of_vessel(p, d[0].from_vessel, d[0].n)
    )


def window(p: Procedure) -> bool:
    d = [s for s in p.steps if s.kind == "dose" and s.T_range is not None and s.T_range.low is not None and s.T_range.high is not None]
    return any(s.T_range.low == pytest.approx(5, abs=0.2) and s.T_range.high == pytest.approx(10, abs=0.2) for s in d if s.T_range)


def limit(p: Procedure) -> bool:
    d = [s for s in p.steps if s.kind == "dose"]
    return any((s.T_limit is not None and s.T_limit.value == 10) or (s.T_range is not None and s.T_range.high == 10) for s in d)


CHECKS: dict[str, Callable[[Procedure], bool]] = {
    "amount": lambda p: moles(p, "cyclohexene") == pytest.approx(0.0998, rel=0.03),  # 8.2 g / 82.14 g/mol
    "strength": lambda p: moles(p, "hydrochloric acid") == pytest.approx(0.481, rel=0.04),  # 40 mL x 1.185 x 0.37 / 36.46, and 12 mol/L
    "time": lambda p: bool(fed(p)),
    "limit": limit,
    "window": window,
    "order": order,
    "quench": quench,
    "line": line,
    "ice": bath("ice"),
    "ice-salt": bath("ice-salt"),
    "water": bath("water", "thermostat"),
    "distil": distil,
    "hold": held,
    "reflux": lambda p: any(s.kind == "reflux" and minutes(s) == pytest.approx(60) for s in p.steps),
    "mixed": mixed,
    "apart": apart,
    "diazo": diazo,
    "copper": copper,
    "size": lambda p: any(v.nominal_mL == 500 for v in p.vessels),
    "portions": lambda p: any(s.portions == 5 and "aluminium chloride" in identities(p, s) for s in p.steps),
    "yield": lambda p: p.results.mass_g is not None and p.results.mass_g.value == pytest.approx(15.2),
    "neutralise": in_step("sodium carbonate", "neutralise"),
    "destroy": in_step("sodium hydrogen sulfite", "destroy", "neutralise"),
    "overnight": lambda p: any(s.kind == "hold" and (minutes(s) or 0) >= 600 for s in p.steps),
    "water_in": lambda p: any(
        "water" in identities(p, s) and s.vessel == "250 mL flask" and s.from_vessel in (None, s.vessel)
        for s in p.steps
        if s.kind != "charge"
    ),
    "ramp": lambda p: any(
        s.kind in ("heat", "reflux") and minutes(s) == 45 and s.T_range is not None and s.T_range.value == 80 for s in p.steps
    ),
    "cool": lambda p: any(s.kind == "cool" and s.T_range is not None and s.T_range.value == 5 for s in p.steps),
    "wash": lambda p: [m.role for m in p.materials if m.identity == "diethyl ether"] == ["wash"],
}


@pytest.mark.parametrize("frame", FRAMES, ids=lambda f: f"{f['name']}-{len(f['sentences'])}")
def test_every_sentence_of_a_kind_is_read_alike(frame: dict[str, object]) -> None:
    hosts, sentences = frame["hosts"], frame["sentences"]
    assert isinstance(hosts, list) and isinstance(sentences, list)
    wrong = []
    for host in hosts:
        for f in sentences:
            text = "Trial run\n\n" + host.replace("{F}", f[0].upper() + f[1:]).replace("{f}", f)
            if not CHECKS[str(frame["read_as"])](read(text)):
                wrong.append(text.partition("\n\n")[2])
    assert wrong == []
