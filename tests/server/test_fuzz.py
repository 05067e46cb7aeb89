"""No input of a person makes the server fail: 200 with findings, or one sentence with 4xx."""

from __future__ import annotations

from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

PIECES = st.sampled_from(
    [
        "nitric acid",
        "methyl benzoate",
        "10 min",
        "5 °C",
        "0 g",
        "-3 g",
        "1e9 kg",
        "in a 250 mL flask",
        "is added",
        "over",
        ".",
        "\n\n",
        "(",
        "–",
        "ice",
        "22 mL",
        "96 %",
        "\u0000",
        "é",
        "𝛥",
        "overnight",
    ]
)
PATHS = st.sampled_from(
    [
        "steps[0].duration_min",
        "steps[9].T_limit_C",
        "vessels[0].bath.T_C",
        "vessels[0].bath.ice_g",
        "materials[0].amount",
        "assumptions.U_stirred_W_m2K",
        "assumptions.none",
        "x",
        "steps[-1].n",
        "",
    ]
)
NUMBERS = st.one_of(st.floats(-1e6, 1e6), st.sampled_from([0.0, 1e-300, 1e300]))
loose = settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow])


@loose
@given(words=st.lists(PIECES, max_size=25), sets=st.dictionaries(PATHS, NUMBERS, max_size=2))
def test_preview_and_assess_never_fail(people: dict[str, Any], words: list[str], sets: dict[str, float]) -> None:
    text = " ".join(words)
    for path, body in (("/assess", {"text": text}), ("/preview", {"text": text, "sets": sets})):
        answer = people["reviewer"].post(path, **body)
        assert answer.status_code in (200, 422), (path, body, answer.content[:300])
        if answer.status_code == 422:
            assert answer.json()["message"]


@loose
@given(start=st.integers(-5, 200), length=st.integers(-5, 80), words=st.text(max_size=20))
def test_edits_anywhere_never_fail(people: dict[str, Any], demo: dict[str, str], start: int, length: int, words: str) -> None:
    answer = people["reviewer"].post(
        "/assess", text=demo["ethyl-3-nitrobenzoate"], edits=[{"start": start, "end": start + length, "text": words}]
    )
    assert answer.status_code in (200, 422) and (answer.status_code == 200 or answer.json()["message"])
