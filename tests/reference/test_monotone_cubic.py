"""The monotone cubic of the mixing heats against scipy's."""

from __future__ import annotations

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import PchipInterpolator

from northsquall.heat.acids import monotone_cubic

values = st.lists(st.tuples(st.floats(0.01, 2.0), st.floats(-5.0, 5.0)), min_size=3, max_size=12)


@given(values)
def test_same_as_scipy(steps: list[tuple[float, float]]) -> None:
    x = np.cumsum([s for s, _ in steps])
    y = np.array([v for _, v in steps])
    at = np.linspace(x[0], x[-1], 101)
    ours = monotone_cubic(x, y, at)
    with np.errstate(over="ignore"):  # scipy's own warning for a slope of almost nothing; ours must give none
        theirs = PchipInterpolator(x, y)(at)
    assert np.allclose(ours, theirs, rtol=1e-9, atol=1e-9)
