"""The verdict, and what decides it (handbook 4)."""

from __future__ import annotations

from northsquall.assessment import Finding, Verdict


def verdict_of(findings: list[Finding]) -> tuple[Verdict, list[str]]:
    """(verdict, what stands in its way). A stop; else a missing figure that decides; else conditions."""
    stops = [f for f in findings if f.severity == "stop"]
    if stops:
        return "not acceptable", [f"{f.code} {f.short or f.message}" for f in stops]
    open_figures = [f for f in findings if f.severity == "condition" and not f.established]
    if open_figures:
        return "not established", [f"{f.code} {f.short or f.message}" for f in open_figures]
    conditions = [f for f in findings if f.severity == "condition"]
    if conditions:
        return "acceptable with conditions", [f"{f.code} {f.short or f.message}" for f in conditions]
    return "acceptable", []
