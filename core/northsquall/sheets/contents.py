"""What is in every vessel after every step, what waits for a condition, and what must not meet there."""

from __future__ import annotations

from northsquall.assessment import ContentsLine, Held, Meeting, Waiting
from northsquall.chemistry import pairs
from northsquall.chemistry.ledger import OFF
from northsquall.chemistry.roots import is_organic, roots, shown
from northsquall.chemistry.species import speciate
from northsquall.chemistry.walk import Walk
from northsquall.procedure import Procedure
from northsquall.substances import Catalogue

LEAST = 1e-4
"""Part of the largest holding (water apart) below which a species is not listed."""


def contents(procedure: Procedure, best: Walk, trials: list[Walk], cat: Catalogue) -> list[ContentsLine]:
    """One line for each vessel and step with something in it."""
    absorbers = set(best.lines.values())
    out = []
    source = trials[len(trials) // 2] if trials else best
    for entry in source.entries:
        others = [x for t in trials if (x := t.like(entry)) is not None]
        after = _held(entry.after, [e.after for e in others], cat)
        meets = [
            Meeting(a=h.a, b=h.b, then=h.then, source=h.source)
            for h in pairs.hits(entry.mixed, entry.conditions.T_high, [b for b in entry.before if b])
        ]
        waiting = [
            Waiting(
                family=e.reaction.family.name,
                family_id=e.reaction.family.id,
                equation=e.reaction.equation(),
                why=e.latent or "",
                could_mol=None if trials else round(e.could, 4),
            )
            for e in entry.events
            if e.latent is not None and not e.latent.startswith("only on") and (e.could > 0 or e.latent == OFF)
        ]
        if not after and not waiting:
            continue
        out.append(
            ContentsLine(
                step=entry.step, vessel=entry.vessel, absorber=entry.vessel in absorbers, T_low=entry.conditions.T_low, T_high=entry.conditions.T_high, holds=after,
                waiting=waiting, meets=meets, gas={shown(g): round(n, 5) for g, n in entry.gas.items()} if not trials else {},
            )
        )  # fmt: skip
    return out


def _held(after: dict[str, float], others: list[dict[str, float]], cat: Catalogue) -> list[Held]:
    species = speciate(after).species
    most = max((n for r, n in species.items() if r not in ("H2O",)), default=0.0)
    known = roots()
    out = []
    for name, n in sorted(species.items(), key=lambda t: (t[0] == "H2O", -t[1])):
        if n < LEAST * most:
            continue
        seen = [speciate(o).species.get(name, 0.0) for o in others]
        sure = not seen or max(seen) - min(seen) <= 1e-9 + 1e-6 * max(seen)
        label = cat.label(name) if is_organic(name) else known[name].name if name in known else name
        out.append(Held(name=label, formula=shown(name), mol=float(f"{n:.3g}") if sure else None))
    return out
