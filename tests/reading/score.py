"""How much of our own texts is read: lots, steps with their parameters, what limits, the product.

`PYTHONPATH=core:tests .venv/bin/python tests/reading/score.py [seen|unseen|all] [number …]` prints what was missed.
"""

from __future__ import annotations

import re
import sys
from dataclasses import dataclass, field
from pathlib import Path

from practice.load import material

from northsquall.assess import assess
from northsquall.procedure import Procedure, Step
from northsquall.procedure.amounts import Lot, lot_of, lots_of
from northsquall.reading import read
from northsquall.reading.items import Qty
from northsquall.reading.phrases import quantities
from northsquall.reading.tokens import tokenise
from northsquall.substances import catalogue

TEXTS = Path(__file__).resolve().parent / "texts.txt"
TOLERANCE = 0.03


@dataclass
class Text:
    """One text with what it says."""

    number: int
    voice: str
    text: str
    lots: list[str] = field(default_factory=list)
    steps: list[str] = field(default_factory=list)
    limits: str = ""
    product: str = ""

    @property
    def unseen(self) -> bool:
        """Every third text was left alone while the rules were written."""
        return self.number % 3 == 0


def texts() -> list[Text]:
    """All texts with their expectations."""
    out = []
    for block in re.split(r"^### ", TEXTS.read_text("utf-8"), flags=re.M)[1:]:
        head, _, rest = block.partition("\n")
        number, voice = head.split()[:2]
        lines = rest.rstrip("\n").split("\n")
        says = [x[2:] for x in lines if x.startswith("= ")]
        t = Text(int(number), voice, "\n".join(x for x in lines if not x.startswith("= ")).strip() + "\n")
        for line in says:
            word, _, value = line.partition(" ")
            if word in ("lot", "step"):
                getattr(t, word + "s").append(value)
            else:
                setattr(t, word, value)
        out.append(t)
    return out


@dataclass
class Score:
    """Right and all, by kind; what was missed."""

    right: dict[str, int] = field(default_factory=dict)
    all: dict[str, int] = field(default_factory=dict)
    missed: list[str] = field(default_factory=list)

    def check(self, kind: str, ok: bool, what: str) -> None:
        self.all[kind] = self.all.get(kind, 0) + 1
        self.right[kind] = self.right.get(kind, 0) + ok
        if not ok:
            self.missed.append(f"{kind}: {what}")

    def add(self, other: Score) -> None:
        for k in other.all:
            self.all[k] = self.all.get(k, 0) + other.all[k]
            self.right[k] = self.right.get(k, 0) + other.right[k]

    def share(self, kind: str) -> float:
        return self.right.get(kind, 0) / max(self.all.get(kind, 0), 1)


def score(t: Text) -> Score:
    """Reads a text and holds the document against what the text says."""
    out = Score()
    cat = catalogue()
    p = read(t.text)
    lots = lots_of(p, cat)
    free = dict(lots)
    for line in t.lots:
        wanted = lot_of(material(line, 0, "x", "charge"), cat, 1.0)
        if wanted.substance is None or (wanted.mol is None and wanted.material.amount is not None):  # no moles to compare: words and amount
            m = wanted.material
            assert m.amount is not None, line
            hit = next(
                (
                    k
                    for k, x in free.items()
                    if x.material.amount
                    and x.material.amount.value == m.amount.value
                    and (m.name.split()[-1] in x.material.name or x.material.identity == m.identity)
                ),
                None,
            )
            out.check("lots", hit is not None, line)
            if hit is not None:
                free.pop(hit)
            continue
        same = [k for k, x in free.items() if x.substance is not None and x.substance.id == wanted.substance.id]
        if wanted.mol is None:
            hit = next((k for k in same if lots[k].mol is None), None)
        else:
            want = wanted.mol[1]
            hit = next((k for k in same if (m := lots[k].mol) and abs(m[1] - want) <= TOLERANCE * want), None)
            if hit is None and len(same) > 1 and all(lots[k].mol for k in same):
                total = sum(lots[k].best_mol for k in same)
                if abs(total - want) <= TOLERANCE * want:
                    hit = same[0]
        if hit is None:
            out.check("flagged", _flagged(line, p, lots), line)
        out.check("lots", hit is not None, f"{line}; read {[round(lots[k].best_mol, 4) if lots[k].mol else None for k in same]}")
        if hit is not None:
            free.pop(hit)
    _steps(t, p, out)
    if t.limits or t.product:
        a = assess(p)
        if t.limits:
            flagged = [m.name for m in a.materials if m.limiting]
            out.check("limits", any(x.strip() in flagged for x in t.limits.split("|")), f"{t.limits}; read {flagged}")
        if t.product:
            m = re.fullmatch(r"(.+?)(?:\s+([\d.]+))?", t.product)
            assert m
            s = cat.find(m[1])
            assert s is not None, t.product
            grams = p.results.mass_g.value if p.results.mass_g else None
            ok = p.results.product_identity == s.id and (m[2] is None or grams == float(m[2]))
            out.check("product", ok, f"{t.product}; read {p.results.product_identity} {grams}")
    return out


def _flagged(line: str, p: Procedure, lots: dict[str, Lot]) -> bool:
    """Whether what was not read as it should be stands on the list of what is unread, or is asked for."""
    open_ = [u.text for u in p.unread] + [x.material.name for x in lots.values() if x.substance is None or x.mol is None]
    words = set(re.findall(r"[a-z]{4,}", line.lower()))
    amount = next((x for x in quantities(tokenise(line)) if isinstance(x, Qty)), None)
    for text in open_:
        said = [x.value for x in quantities(tokenise(text)) if isinstance(x, Qty)]
        if words & set(re.findall(r"[a-z]{4,}", text.lower())) or (amount is not None and amount.value in said):
            return True
    unknown = [x.material.amount for x in lots.values() if x.substance is None]
    if amount is None:
        return any(a is None for a in unknown)
    return any(a is not None and a.value == amount.value for a in unknown)


def _names(p: Procedure, s: Step) -> set[str]:
    by_id = {m.id: m for m in p.materials}
    return {by_id[k].identity or by_id[k].name for k in s.materials}


def _steps(t: Text, p: Procedure, out: Score) -> None:
    cat = catalogue()
    at = 0
    for line in t.steps:
        head, _, tail = line.partition(" : ")
        words = head.split()
        names = {s.id for x in tail.split(";") if x.strip() and (s := cat.find(x.strip()))}
        kinds = {words[0]}
        if words[0] in ("dose", "add"):
            kinds = {"dose", "add"}
        if words[0] in ("heat", "hold", "reflux"):
            kinds = {"heat", "hold"} if words[0] != "reflux" else {"reflux", "hold"}
        opts = dict(zip(words[1::2], words[2::2], strict=True))

        def fits(s: Step, kinds: set[str] = kinds, names: set[str] = names, opts: dict[str, str] = opts) -> bool:
            here = _names(p, s)
            if s.kind == "charge":  # a solid dissolved in what is there first is two steps of one doing
                nxt = p.steps[s.n] if s.n < len(p.steps) else None
                here |= _names(p, nxt) if nxt is not None and nxt.kind in ("add", "charge") and nxt.vessel == s.vessel else set()
            if s.kind not in kinds or not names <= here:
                return False
            if not names and "min" in opts:
                return s.duration is not None and abs(s.duration.value - float(opts["min"])) < 0.6
            return True

        found = [s for s in p.steps if fits(s)]
        s = max((x for x in found if x.n > at), key=lambda x: (_right(x, opts), -x.n), default=found[0] if found else None)
        if s is None:
            out.check("flagged", all(_said_unread(p, v) for v in _figures(opts)), line)
        out.check("steps", s is not None, f"{line}; read {[(x.kind, sorted(_names(p, x))) for x in p.steps]}")
        if s is None:
            continue
        at = max(at, s.n)
        for key, value in opts.items():
            if not _holds(s, key, value):
                out.check("flagged", all(_said_unread(p, v) for v in _figures({key: value})), f"{line}: {key}")
            out.check(
                "parameters",
                _holds(s, key, value),
                f"{line}: {key}; read {s.duration and s.duration.value} {s.T_limit and s.T_limit.value} {s.T_range and (s.T_range.low, s.T_range.value, s.T_range.high)}",
            )


def _figures(opts: dict[str, str]) -> list[float]:
    return [float(x) for v in opts.values() for x in v.split("..")]


def _said_unread(p: Procedure, value: float) -> bool:
    """Whether a figure of the text stands on the list of what was not read."""
    words = [x for u in p.unread for x in quantities(tokenise(u.text))]
    return any(value in ((x.value, x.low, x.high) if isinstance(x, Qty) else (x.value,)) for x in words)


def _right(s: Step, opts: dict[str, str]) -> int:
    return sum(_holds(s, k, v) for k, v in opts.items())


def _holds(s: Step, key: str, value: str) -> bool:
    if key == "min":
        return s.duration is not None and abs(s.duration.value - float(value)) < 0.6
    if key == "limit":
        return s.T_limit is not None and s.T_limit.value == float(value)
    low, high = (float(x) for x in value.split(".."))
    q = s.T_range
    return q is not None and (q.low if q.low is not None else q.value) == low and (q.high if q.high is not None else q.value) == high


def main(args: list[str]) -> None:
    which = args[0] if args else "seen"
    numbers = {int(x) for x in args[1:]}
    total = Score()
    voices: dict[str, Score] = {}
    for t in texts():
        if (which != "all" and (which == "unseen") != t.unseen) or (numbers and t.number not in numbers):
            continue
        s = score(t)
        total.add(s)
        voices.setdefault(t.voice, Score()).add(s)
        if s.missed and (which != "unseen" or numbers):
            print(f"## {t.number} {t.voice}")
            for line in s.missed:
                print("   ", line)
    for name, s in [*sorted(voices.items()), ("all", total)]:
        print(
            f"{name:12}",
            *(f"{k} {s.right[k]}/{s.all[k]} {s.share(k):.3f}" for k in ("lots", "steps", "parameters", "limits", "product") if k in s.all),
        )


if __name__ == "__main__":
    main(sys.argv[1:])
