"""propose(procedure) -> what would make it acceptable, found step by step and held against a new assessment of the changed text."""

from __future__ import annotations

from collections.abc import Iterator

from northsquall.assess import assess, work_out
from northsquall.assessment import Proposal, Proposed, Remedy
from northsquall.findings.base import Context
from northsquall.procedure import Laboratory, Procedure
from northsquall.reading import read
from northsquall.remedies import Found, Progress, look
from northsquall.remedies.target import target_of
from northsquall.review import settings_for
from northsquall.settle import apply_edits
from northsquall.substances import Catalogue
from northsquall.substances import catalogue as shipped


def changed(procedure: Procedure, remedy: Remedy) -> Procedure:
    """The procedure with a remedy's words in its text, and everything that a reviewer settled."""
    text, _ = apply_edits(procedure.source_text, remedy.edits, "trial", "", "")
    p = read(text)
    p.assumptions, p.chemistry, p.scale = procedure.assumptions, procedure.chemistry, procedure.scale
    return p


def propose(
    procedure: Procedure, *, catalogue: Catalogue | None = None, laboratory: Laboratory | None = None
) -> Iterator[Progress | Proposed]:
    """Progress before every search; at last single changes and the best pairs, each with the verdict of the changed text."""
    cat = catalogue or shipped()
    a = assess(procedure, catalogue=cat, laboratory=laboratory, preview=True)
    c: Context = work_out(procedure, cat, settings_for(procedure, laboratory)).context
    target = target_of(procedure, c, a.exotherm, a.findings)
    before = Proposal(label="as written", detail="", edits=[], peak_C=a.exotherm.peak_T_C, MTSR_C=a.exotherm.MTSR_C, verdict=a.verdict)
    if target is None:
        why = c.pot_missing or "no addition with a limit was found, so there is nothing to search"
        yield Proposed(before=before, none=f"No search: {why}.")
        return
    found = Found()
    for x in look(target):
        if isinstance(x, Progress):
            yield x
        else:
            found = x

    def held(r: Remedy) -> Proposal:
        after = assess(changed(procedure, r), catalogue=cat, laboratory=laboratory, preview=True)
        return Proposal(label=r.label, detail=r.detail, edits=r.edits, peak_C=r.peak_C, MTSR_C=r.MTSR_C, verdict=after.verdict)

    yield Proposed(
        before=before,
        singles=[held(r) for r in found.singles],
        pairs=[held(r) for r in found.pairs],
        none=found.none,
        limit_C=target.limit_C,
    )
