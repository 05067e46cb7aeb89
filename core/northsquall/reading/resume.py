"""Going on where an earlier reading of nearly the same text stood: what is before the paragraph one types in is not read again.

A reading leaves its account, frozen, at the paragraph in which its text first differs from one read shortly before. The next reading of
a text with the same beginning takes that account and goes on. Whether it is warm or cold changes the time and nothing else.
"""

from __future__ import annotations

import pickle
from collections import OrderedDict, deque
from collections.abc import Iterator
from contextlib import contextmanager

from northsquall.reading.account import Account

SHORTEST, LONGEST = 600, 60_000
"""Characters of a text worth it, and of one that is not kept."""
PLACES, TEXTS = 48, 12

_frozen: OrderedDict[tuple[str, bool], bytes] = OrderedDict()
_recent: deque[str] = deque(maxlen=TEXTS)


def shared(a: str, b: str) -> int:
    """Length of the beginning that two texts share."""
    low, high = 0, min(len(a), len(b))
    while low < high:
        middle = (low + high + 1) // 2
        low, high = (middle, high) if a[:middle] == b[:middle] else (low, middle - 1)
    return low


class Resume:
    """The reading of one text, for its beginnings: paragraphs that begin at `begins` (offsets, ascending)."""

    def __init__(self, source: str, begins: list[int], european: bool) -> None:
        self.source, self.european = source, european
        self.begins = begins if SHORTEST <= len(source) <= LONGEST else []
        common = max((shared(source, old) for old in _recent), default=0)
        upto = common if common >= SHORTEST else len(source) - 1
        self.keep_at = max((b for b in self.begins if b <= upto), default=-1)
        if self.begins and source not in _recent:
            _recent.append(source)

    def found(self) -> tuple[int, Account] | None:
        """(offset from which to go on, the account there), or None."""
        for b in reversed(self.begins):
            state = _frozen.get((self.source[:b], self.european))
            if state is not None:
                account: Account = pickle.loads(state)  # frozen by this process
                account.source = account.doc.source_text = self.source
                if b >= self.keep_at:
                    self.keep_at = -1  # what is held from here on holds more than stands before that place
                return b, account
        return None

    def passed(self, offset: int, account: Account) -> None:
        """Called before what begins at `offset` is read: freezes the account where the next reading will want it."""
        if self.keep_at < 0 or offset < self.keep_at:
            return
        key = (self.source[: self.keep_at], self.european)
        self.keep_at = -1
        if key not in _frozen:
            source, account.source, account.doc.source_text = account.source, "", ""
            _frozen[key] = pickle.dumps(account, pickle.HIGHEST_PROTOCOL)
            account.source = account.doc.source_text = source
            while len(_frozen) > PLACES:
                _frozen.popitem(last=False)


@contextmanager
def cold() -> Iterator[None]:
    """Within it every text is read from its beginning."""
    frozen, recent = _frozen.copy(), list(_recent)
    _frozen.clear()
    _recent.clear()
    try:
        yield
    finally:
        _frozen.clear()
        _frozen.update(frozen)
        _recent.clear()
        _recent.extend(recent)
