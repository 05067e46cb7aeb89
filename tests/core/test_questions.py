"""Questions: asked where an input is missing, sorted by what an answer moves, each saying what stands in and what it would change."""

from __future__ import annotations

import pytest

from northsquall.assess import assess
from northsquall.assessment import Question
from northsquall.procedure import Procedure
from northsquall.questions import weigh
from northsquall.reading import read

NITRATION = (
    "Ethyl 3-nitrobenzoate\n\nEthyl benzoate (15.0 g, 0.10 mol) and 40 mL of conc. sulfuric acid are placed in a 250 mL flask in an ice bath "
    "({bath}), thermometer in the liquid. A mixture of 9 mL of 65 % nitric acid and 9 mL of conc. sulfuric acid is added{time}, "
    "not above 15 °C. It is stirred for 30 min and poured onto 300 g of ice in a 1 L beaker.\n"
)


def asked(text: str) -> tuple[Procedure, list[Question]]:
    p = read(text)
    return p, weigh(p, assess(p, preview=True).questions)


def test_what_moves_the_verdict_comes_first_and_says_how() -> None:
    """Five times ten minutes against two hours: the time decides between too hot and kept, the label of the acid does not."""
    _, questions = asked(NITRATION.format(bath="ice and water", time=""))
    first = questions[0]
    assert first.asks.startswith("duration:") and first.decides
    assert [t.answer for t in first.trials] == ["over 10 min", "over 120 min"]
    fast, slow = first.trials
    assert fast.peak_C is not None and slow.peak_C is not None
    assert fast.peak_C > slow.peak_C + 5
    assert "over 10 min: up to" in first.changes and f"{fast.peak_C:.0f} °C" in first.changes
    assert [q.weight for q in questions] == sorted((q.weight for q in questions), reverse=True)
    assert first.weight > next(q for q in questions if q.asks.startswith("strength:")).weight


def test_a_trial_is_what_the_answer_written_into_the_text_gives() -> None:
    _, questions = asked(NITRATION.format(bath="ice and water", time=""))
    written = assess(read(NITRATION.format(bath="ice and water", time=" over 10 min")), preview=True)
    tried = next(q for q in questions if q.asks.startswith("duration:")).trials[0]
    assert tried.verdict == written.verdict
    assert tried.peak_C == pytest.approx(written.exotherm.peak_T_C.high, abs=0.5)
    assert tried.heat_kJ == pytest.approx(written.heat.total_kJ.best, rel=0.02)


def test_what_stands_in_is_said() -> None:
    _, questions = asked(NITRATION.format(bath="ice and water", time=" over 40 min"))
    bath = next(q for q in questions if q.asks.startswith("bath-ice:"))
    assert "g of ice" in bath.default
    less, more = bath.trials
    assert less.peak_C is not None and more.peak_C is not None
    assert less.peak_C >= more.peak_C - 0.1  # dosing-controlled here: less ice never cools better


def test_a_name_with_two_meanings_offers_both() -> None:
    _, questions = asked("A batch\n\n20 mL of DMS and 5 g of sodium hydroxide are placed in a 250 mL flask in an ice bath.\n")
    name = next(q for q in questions if q.asks.startswith("identity:"))
    assert name.options == ["dimethyl sulfide", "dimethyl sulfate"]
    assert [t.answer for t in name.trials] == name.options
    assert name.anchor is not None


def test_nothing_is_asked_of_a_complete_text() -> None:
    _, questions = asked(NITRATION.format(bath="1 kg of ice and 500 mL of water", time=" over 45 min"))
    assert not [q for q in questions if q.decides]


@pytest.mark.parametrize(
    "text",
    [
        "Acetylation\n\nThe amine is dissolved in the acid. The anhydride is run in with stirring. It is poured into water and filtered.\n",
        "Reaction as usual\n\nMix the two liquids in a flask, heat to boiling for an hour, and distil.\n",
        "Prep\n\nMix everything. Heat until it reacts. Pour on ice. Filter.\n",
    ],
)
def test_a_text_that_names_no_substance_is_not_established(text: str) -> None:
    """Nothing but kinds, or not even these, and no amounts: nothing can be worked out, and the question has no figure to try (common practice)."""
    p, questions = asked(text)
    assert assess(p).verdict == "not established"
    assert any(q.decides and "what it is" in q.text and not q.trials for q in questions)
