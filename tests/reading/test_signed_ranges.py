"""Windows of temperature as they are written, with their signs: what a reader must never turn round."""

from __future__ import annotations

from hypothesis import example, given
from hypothesis import strategies as st

from northsquall.reading import read

FORMS = (
    "at {a} to {b} °C",
    "at {a}-{b} °C",
    "at {a} – {b} °C",
    "at {a}...{b} °C",
    "at {a} °C to {b} °C",
    "between {a} and {b} °C",
    "between {a} °C and {b} °C",
    "with the pot held at {a} to {b} degrees",
    "keeping {a}–{b}°C",
)


def written(n: int, minus: str) -> str:
    return f"{minus}{-n}" if n < 0 else str(n)


@given(st.integers(-78, 60), st.integers(1, 15), st.sampled_from(FORMS), st.sampled_from(("-", "−", "–", "minus ")))
@example(-5, 5, "at {a} to {b} °C", "-")
@example(-10, 5, "between {a} and {b} °C", "minus ")
def test_a_window_keeps_its_signs(low: int, width: int, form: str, minus: str) -> None:
    high = low + width
    if high < 0 and form in ("at {a}-{b} °C", "at {a}...{b} °C"):
        form = "at {a} to {b} °C"  # "-10--5" and "-10...-5" nobody writes alike
    window = form.format(a=written(low, minus), b=written(high, minus))
    text = f"Trial\n\nCyclohexene 8.2 g in a 250 mL flask. Bromine 5.0 mL was dripped in over 75 min {window}. Stir for 20 min."
    step = next(s for s in read(text).steps if s.kind == "dose")
    assert step.T_range is not None, window
    assert (step.T_range.low, step.T_range.high) == (low, high), window
    assert step.duration is not None and step.duration.value == 75.0


@given(st.integers(-78, -1), st.sampled_from(("below", "not above", "at most")), st.sampled_from(("-", "−", "minus ")))
def test_a_limit_keeps_its_sign(limit: int, words: str, minus: str) -> None:
    text = f"Trial\n\nCyclohexene 8.2 g in a 250 mL flask. Bromine 5.0 mL was dripped in over 75 min {words} {written(limit, minus)} °C."
    step = next(s for s in read(text).steps if s.kind == "dose")
    assert step.T_limit is not None and step.T_limit.value == limit
