"""Criticality class after Stoessel, *Thermal Safety of Chemical Processes* (handbook 2.5)."""

from __future__ import annotations


def criticality(process_C: float, mtsr_C: float, mtt_C: float, td24_C: float) -> int:
    """Class 1 to 5 from the order of the four temperatures, °C. `td24_C` may be inf."""
    if process_C >= td24_C:
        return 5
    if mtsr_C < mtt_C:
        if mtsr_C < td24_C:
            return 1 if mtt_C < td24_C else 2
        return 5 if td24_C < mtt_C else 4
    if td24_C < mtt_C:
        return 5
    return 3 if mtsr_C < td24_C else 4


def bracket(
    process_C: float, mtsr_C: float, mtt: tuple[float, float], td24_low_C: float, td24_high_C: float = float("inf")
) -> tuple[int, int]:
    """Lowest and highest class that the bounds of MTT and of TD24 (to infinity where it is not measured) allow."""
    seen = [criticality(process_C, mtsr_C, m, t) for m in mtt for t in (td24_low_C, td24_high_C)]
    return min(seen), max(seen)
