"""The same figures in the same words in print and on the screens; the examples are those of web/src/lib/format.test.ts."""

from __future__ import annotations

import pytest

from northsquall.working import figure_words


@pytest.mark.parametrize(
    ("low", "best", "high", "unit", "words"),
    [
        (25.5, 39.8, 58.3, "°C", "40 °C (26 to 58)"),
        (1.0, 1.0, 1.0, "mol", "1 mol"),
        (-4.3, -0.94, 4.6, "°C", "−1 °C (−4 to 5)"),
        (0.0022, 7155.0, 10309.0, "W", "7200 W (0 to 10000)"),
    ],
)
def test_no_figure_is_finer_than_it_deserves(low: float, best: float, high: float, unit: str, words: str) -> None:
    assert figure_words(best, low, high, unit) == words
