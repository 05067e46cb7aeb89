"""What the tests of the reader ask of a procedure."""

from __future__ import annotations

from northsquall.procedure import Procedure, Step


def of(p: Procedure, *identities: str) -> list[Step]:
    """Steps that bring one of these substances."""
    what = {m.id: m.identity for m in p.materials}
    return [s for s in p.steps if any(what[k] in identities for k in s.materials)]
