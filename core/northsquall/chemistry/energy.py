"""Heat of what happens in a vessel, as differences of one state function.

H = Σ n ΔfH of the listed species (dissolved ions, gases, elements) + heat of ionisation of organic sites
+ lattice of what is undissolved − what strong acids and caustic would still give off on dilution
(heat/acids.py). The organic change itself is added by heat/enthalpy.py. kJ, 25 °C.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cache
from typing import TYPE_CHECKING

from northsquall.chemistry.families import Reaction
from northsquall.chemistry.roots import is_organic, roots
from northsquall.chemistry.species import HYDRONIUM, Slot, Speciation, speciate
from northsquall.heat import acids

if TYPE_CHECKING:
    from northsquall.chemistry.ledger import Entry, Stream

WATER_TO_DISSOLVE = 3.0
"""Moles of water per mole of a soluble salt from which it counts as dissolved (assumption)."""
CLASS_OF_SALT = 25.0
"""Half-range, kJ/mol, of the heat of solution of a salt in no table (common practice, no source)."""


@cache
def _Hf(species: str) -> float:
    known = roots().get(species)
    return known.Hf if known and known.Hf is not None else 0.0


@cache
def _known(species: str) -> bool:
    return is_organic(species) or roots()[species].Hf is not None


def state(s: Speciation) -> float:
    """Enthalpy of the listed species and of ionisation, kJ; organics count as neutral at 0."""
    total = 0.0
    for name, n in s.species.items():
        if not is_organic(name):
            total += n * _Hf(name)
    for slot, n, room in s.filled:
        if slot.site:
            total += (room - n) * slot.heat if slot.acidic else -n * slot.heat
    return total


@cache
def lattice(substance_id: str) -> float | None:
    """Heat given off (kJ/mol) when a crystalline substance dissolves to the ledger's species; None: not known."""
    from northsquall.substances.catalogue import catalogue

    sub = catalogue().substances[substance_id]
    solid = sub.value("Hf", "s")
    if solid is None or any(is_organic(r) for r in sub.parts):
        return None
    if any(roots()[r].Hf is None for r in sub.parts):
        return None
    own = speciate(sub.parts)
    # an oxide takes water up: CuO + H2O -> Cu+2 + 2 OH-
    short = max(own.species.get("OH-", 0.0) - max(sub.parts.get("H2O", 0.0), 0.0), 0.0)
    return solid.value + short * _Hf("H2O") - state(own)


@dataclass
class Tally:
    """Collects the heats of one entry while it is worked out."""

    mixing: float = 0.0
    pairs: dict[tuple[Slot, Slot], list[float]] = field(default_factory=dict)
    unknown: dict[tuple[Slot, Slot], str] = field(default_factory=dict)
    """Transfers whose heat no table gives: the acid without a formation enthalpy, or whose base has none."""

    def mix(self, streams: list[Stream]) -> None:
        """Account for streams that come together: proton transfers and the mixing of strong acids."""
        apart = [speciate(x.roots) for x in streams]
        whole: dict[str, float] = {}
        for x in streams:
            for root, n in x.roots.items():
                whole[root] = whole.get(root, 0.0) + n
        together = speciate(whole)
        solids: dict[str, float] = {}
        for x in streams:
            for key, n in x.solids.items():
                solids[key] = solids.get(key, 0.0) + n
        self.mixing += sum(acids.deficit(in_solution(x.roots, x.solids)) for x in streams) - acids.deficit(
            in_solution(whole, solids, settle=True)
        )
        gains: dict[Slot, float] = {}
        for s, sign in ((together, 1.0), *((a, -1.0) for a in apart)):
            for slot, n, _ in s.filled:
                gains[slot] = gains.get(slot, 0.0) + sign * n
            gains[FREE_PROTON] = gains.get(FREE_PROTON, 0.0) + sign * s.free
            gains[HYDROXIDE] = gains.get(HYDROXIDE, 0.0) - sign * s.lacking
        losing = sorted(((k, -v) for k, v in gains.items() if v < -1e-12), key=lambda t: t[0].pKa)
        gaining = sorted(((k, v) for k, v in gains.items() if v > 1e-12), key=lambda t: -t[0].pKa)
        i = j = 0
        give = [v for _, v in losing]
        take = [v for _, v in gaining]
        while i < len(losing) and j < len(gaining):
            n = min(give[i], take[j])
            a, b = losing[i][0], gaining[j][0]
            if n > 0 and a.pKa <= b.pKa:  # equal ones share a proton, and its heat counts
                pair = self.pairs.setdefault((a, b), [0.0, 0.0])
                pair[0] += n
                ends = _ionise(a), _ionise(b)
                if ends[0] is None or ends[1] is None:
                    self.unknown[(a, b)] = a.acid if ends[0] is None else b.acid
                else:
                    pair[1] += n * (ends[1] - ends[0])
            give[i] -= n
            take[j] -= n
            if give[i] <= 1e-15:
                i += 1
            if take[j] <= 1e-15:
                j += 1

    def of(
        self, reaction: Reaction, before: dict[str, float], after: dict[str, float], extent: float, solids: dict[str, float]
    ) -> tuple[float, set[str]]:
        """(heat given off by all but the organic change, components without ΔfH) of one advance of a reaction."""
        s0, s1 = speciate(before), speciate(after)
        heat = state(s0) - state(s1)
        held = dict(solids)
        unknown = {r for r, _ in reaction.change if not _known(r)}
        for name in {*s0.species, *s1.species}:
            if not _known(name) and abs(s1.species.get(name, 0.0) - s0.species.get(name, 0.0)) > 1e-9 * max(extent, 1e-12):
                unknown.add(name)
        for root, n in reaction.change:
            if n >= 0:
                continue
            used = -n * extent
            for key in list(solids):
                per = _parts(key).get(root, 0.0)
                if per <= 0 or root == "H2O" or root == "H+" or used <= 0:
                    continue
                mol = min(solids[key], used / per)
                gives = lattice(key)
                if gives is None:
                    unknown.add(f"lattice of {key}")
                heat += mol * (gives or 0.0)
                solids[key] -= mol
                used -= mol * per
                if solids[key] <= 1e-12:
                    del solids[key]
        heat += acids.deficit(in_solution(before, held, settle=True)) - acids.deficit(in_solution(after, solids, settle=True))
        return heat, unknown

    def close(self, entry: Entry) -> tuple[list[tuple[str, str, float, float | None]], float]:
        """(proton transfers that no reaction swallowed, heat of mixing). Heat of the swallowed goes to the reaction."""
        out = []
        for (a, b), (n, heat) in self.pairs.items():
            taker = next((e for e in entry.happened() if dict(e.reaction.change).get(b.root, 0.0) < 0 and b.root not in ("H2O", "")), None)
            if taker is not None and n > 0:
                used = min(1.0, -dict(taker.reaction.change)[b.root] * taker.extent / n)
                taker.inorganic_kJ += heat * used
                if (a, b) in self.unknown:
                    taker.unknown = tuple(sorted({*taker.unknown, self.unknown[(a, b)]}))
                n, heat = n * (1 - used), heat * (1 - used)
            if n > 1e-9:
                out.append((slot_name(a), slot_name(b), n, None if (a, b) in self.unknown else heat))
        return out, self.mixing


FREE_PROTON = Slot(-20.0, "H+", "", "H+")
HYDROXIDE = Slot(14.0, "", "OH-", "H2O")


def _ionise(slot: Slot) -> float | None:
    """Enthalpy of acid -> base + H+, kJ/mol; None where a formation enthalpy is not known."""
    if slot.site:
        return slot.heat
    if slot is FREE_PROTON or slot is HYDRONIUM:
        return 0.0
    if not (_known(slot.base) and _known(slot.acid)):
        return None
    return _Hf(slot.base) - _Hf(slot.acid)


def slot_name(slot: Slot) -> str:
    """The acid of a proton's place, as components write it: "H3O+", "HSO4-", or the organic's SMILES."""
    if slot.site:
        return slot.root
    return slot.acid if slot is not HYDROXIDE else "H2O"


@cache
def _parts(substance_id: str) -> dict[str, float]:
    from northsquall.substances.catalogue import catalogue

    return catalogue().substances[substance_id].parts


def in_solution(contents: dict[str, float], solids: dict[str, float], settle: bool = False) -> dict[str, float]:
    """A mixture without its undissolved caustic, as far as no acid has taken it; `settle`: without what stays undissolved in the water there is."""
    out = dict(contents)
    water = max(contents.get("H2O", 0.0), 0.0)
    apart = {
        key: n
        for key, n in solids.items()
        if _parts(key).get("H+", 0.0) < 0 and not (settle and _soluble(key) and water >= WATER_TO_DISSOLVE * n)
    }
    for key, n in apart.items():
        _put(out, key, -n)
    acid = speciate(out).acid(0.0) if apart else 0.0  # a strong acid beside a solid base is none: the base has taken it
    for key, n in apart.items():
        taken = min(n, acid / -_parts(key)["H+"])
        if taken > 0:
            _put(out, key, taken)
            acid += taken * _parts(key)["H+"]
    return out


def _put(contents: dict[str, float], key: str, n: float) -> None:
    for root, k in _parts(key).items():
        contents[root] = contents.get(root, 0.0) + k * n


@cache
def _soluble(substance_id: str) -> bool:
    from northsquall.substances.catalogue import catalogue

    return catalogue().substances[substance_id].soluble


def dissolved(stream: Stream, tally: Tally) -> dict[str, tuple[float, float | None]]:
    """Solids that go into solution now: soluble ones where there is water enough. Changes `stream.solids`."""
    from northsquall.substances.catalogue import catalogue

    out: dict[str, tuple[float, float | None]] = {}
    water = max(stream.roots.get("H2O", 0.0), 0.0)
    for key in list(stream.solids):
        n = stream.solids[key]
        base = catalogue().substances[key].parts.get("H+", 0.0) < 0 and speciate(stream.roots).lacking <= 1e-9  # an acid took the oxide
        if (not catalogue().substances[key].soluble or water < WATER_TO_DISSOLVE * n) and not base:
            continue
        gives = lattice(key)
        out[key] = (n, None if gives is None else n * gives)
        del stream.solids[key]
    return out
