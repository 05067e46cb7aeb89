"""The curves that a reviewer put to a procedure, and the decomposition they measure for its mixture."""

from __future__ import annotations

from dataclasses import dataclass

from northsquall.calorimetry.curves import CurveError
from northsquall.calorimetry.evaluate import Evaluated, evaluate
from northsquall.dynamics.decomposition import Decomposition
from northsquall.procedure import Chemistry, Procedure
from northsquall.stability import Bound


@dataclass(frozen=True)
class Measured:
    """One curve with what it says, or why it says nothing."""

    entry: Chemistry
    found: Evaluated | None
    trouble: str = ""


def decomposes(curves: list[Measured]) -> tuple[Decomposition, float] | None:
    """(heat rate of the mixture by itself, whole heat in J/g of mixture) of the curve with the lowest TD24."""
    own = [
        m.found
        for m in curves
        if m.found is not None and m.found.td24 is not None and m.found.decomposition is not None and m.found.heat_J_g
    ]
    f = min(own, key=lambda f: f.td24[0], default=None)  # type: ignore[index]
    return None if f is None or f.decomposition is None or not f.heat_J_g or f.heat_J_g <= 0 else (f.decomposition, f.heat_J_g)


def measured_of(procedure: Procedure) -> tuple[list[Measured], Bound | None]:
    """(all curves, the lowest TD24 that they give as the bound of this mixture; None without one)."""
    curves: list[Measured] = []
    bounds: list[Bound] = []
    for c in procedure.chemistry:
        if c.what != "curve" or c.curve is None:
            continue
        try:
            found = evaluate(c.curve)
        except CurveError as exc:
            curves.append(Measured(c, None, str(exc)))
            continue
        curves.append(Measured(c, found))
        if found.td24 is not None:
            at, rule = found.td24
            onset = found.onset_C if found.onset_C is not None else found.x[-1]
            bounds.append(Bound(at, onset, f"{found.name}: {rule}", "as measured", f"{c.by}: {c.why}", measured=True))
    return curves, min(bounds, key=lambda b: b.TD24_C, default=None)
