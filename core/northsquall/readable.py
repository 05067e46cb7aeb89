"""An assessment as plain text for a terminal."""

from __future__ import annotations

from northsquall.assessment import Assessment
from northsquall.working import Figure, figure_words


def figure_text(f: Figure) -> str:
    """ "12 °C (10–15)", with no more figures than it deserves."""
    if not f.established or f.best is None:
        return "not established" + (f" ({f.reason})" if f.reason else "")

    return figure_words(f.best, f.best if f.low is None else f.low, f.best if f.high is None else f.high, f.unit)


def print_assessment(a: Assessment) -> None:
    """Print verdict, figures, findings and what is missing."""
    print(a.title)
    print(f"Proposed: {a.verdict}" + (f"; decided by {', '.join(a.decides)}" if a.decides else ""))
    if a.referred:
        print(a.referred)
        print(a.caution)
        return
    print("\nCharges")
    for m in a.materials:
        print(f"  {m.name:28} {figure_text(m.mol):26} {'limits' if m.limiting else m.role or ''}")
    print("\nReactions")
    for r in a.reactions:
        print(f"  step {r.step:2} {r.equation}  {figure_text(r.dH_kJ_per_mol)}, {figure_text(r.heat_kJ)}, {r.route}, {r.role}")
    print("\nWhat governs")
    for g in a.governs:
        print(f"  {g.label}: {figure_text(g.value)}; {g.against}")
    severity = f", {a.heat.severity}" if a.heat.adiabatic_rise_K.established else ""
    print(f"  Heat {figure_text(a.heat.total_kJ)}, adiabatic rise {figure_text(a.heat.adiabatic_rise_K)}{severity}")
    print("\nFindings")
    for f in a.findings:
        print(f"  {f.severity:9} {f.code} {f.message}" + (f" {f.remedy}" if f.remedy else ""))
    if a.remedies:
        print("\nWhat would make it acceptable")
        for x in a.remedies:
            print(f"  {x.label}: {x.detail}")
    for u in a.unread:
        print(f"  not read: “{u.text}” ({u.why})")
    print("\n" + a.caution)
