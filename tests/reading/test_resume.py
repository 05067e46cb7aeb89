"""Reading on from where an earlier reading stood gives what reading from the beginning gives."""

from __future__ import annotations

import random
import time

import pytest
from deepness import DEEP
from reading.score import texts

from northsquall.reading import read
from northsquall.reading.account import Account
from northsquall.reading.resume import Resume, cold, shared

WORDS = [
    " 5 g of aniline",
    ".\n\nThen 20 mL of water is added",
    " at 5 °C",
    ",",
    " not above 10 °C",
    "\n\n",
    " over 20 min",
    " the rest",
    " (12 mL)",
]


def test_a_text_typed_on_is_read_as_if_it_were_new(monkeypatch: pytest.MonkeyPatch) -> None:
    """Own texts joined to long ones, typed into at random places: the warm document equals the cold one, and is found warm."""
    warmed = []
    look = Resume.found

    def found(self: Resume) -> tuple[int, Account] | None:
        out = look(self)
        warmed.append(out is not None)
        return out

    monkeypatch.setattr(Resume, "found", found)
    rng = random.Random(11)
    own = [t.text.split("\n", 1)[1] for t in texts()]
    for _ in range(150 if DEEP else 15):
        text = "A procedure\n" + "\n\n".join(rng.sample(own, 4))
        at = rng.randrange(len(text))
        for _ in range(4):  # a few words, one after the other, where the cursor stands
            words = rng.choice(WORDS)
            text = text[:at] + words + text[at:]
            at += len(words)
            warm = read(text)
            place = warmed.pop()
            with cold():
                assert warm == read(text)
            warmed[-1] = place
    assert sum(warmed) > len(warmed) / 6, "hardly any reading went on from an earlier one"


def test_the_beginning_that_two_texts_share() -> None:
    assert shared("abcdef", "abcxef") == 3
    assert shared("abc", "abcd") == 3
    assert shared("", "x") == 0


def test_reading_grows_with_the_text_and_not_with_its_square() -> None:
    """Sixteen times the text in at most a hundred times the time (measured: 25 to 35; a square would take 256)."""
    own = "\n\n".join(t.text.split("\n", 1)[1] for t in texts())[:8_000] + "\n\n"

    def seconds(copies: int, tries: int) -> float:
        best = 1e9
        for _ in range(tries):
            with cold():
                began = time.process_time()
                read("A procedure\n" + own * copies)
                best = min(best, time.process_time() - began)
        return best

    short, long = seconds(1, 4), seconds(16, 1)
    assert long < 100 * short, (short, long)


def test_a_reading_that_goes_on_late_leaves_nothing_at_an_earlier_place() -> None:
    """A text that goes on from its last paragraph, and shares with another only its first: what is frozen there must not hold what came later."""
    first = "Ester\n\n" + "12 g of benzoic acid and 40 mL of methanol are placed in a 250 mL flask. " * 9
    second = "\n\nThe layers were separated. The upper layer was washed with 30 mL of water."
    third = "\n\nIt was dried over 5 g of calcium chloride and distilled, 19.0 g (82 %)."
    other = "\n\nIt was poured into 200 mL of ice water."
    whole = first + second + third
    fillers = [f"Salt {k}\n\n{k + 1} g of salt is dissolved in 50 mL of water. " * 15 for k in range(13)]  # those read lately are forgotten
    with cold():
        for text in (
            whole,
            whole + "\n\nA note.",
            whole + "\n\nB 2 g of aniline.",
            *fillers,
            first + other + "\n\nIt was filtered.",
            whole + "\n\nC 3 g of salt.",
            first + "\n\nStir.",
        ):
            warm = read(text).model_dump()
            with cold():
                assert warm == read(text).model_dump(), text[len(first) :]
