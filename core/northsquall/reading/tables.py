"""Charge tables and charge lists."""

from __future__ import annotations

import re

from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account
from northsquall.reading.materials import new_lot
from northsquall.reading.phrases import REACTION_VESSELS, Item, MaterialPhrase, Qty, quantities, take, vessels_in
from northsquall.reading.tokens import Token


def table_rows(tokens: list[Token], source: str) -> tuple[list[list[list[Item]]], list[Token]]:
    """Rows of a charge table (cells split by | ) and the tokens that are not in it."""
    rows: list[list[list[Item]]] = []
    rest: list[Token] = []
    line: list[Token] = []
    for t in [*tokens, Token("nl", "\n", 10**9, 10**9)]:
        if t.kind != "nl":
            line.append(t)
            continue
        if sum(x.text == "|" for x in line) >= 2:
            cells: list[list[Item]] = []
            cell: list[Token] = []
            for x in line[1:] if line[0].text == "|" else line:
                if x.text == "|":
                    cells.append(quantities(cell))
                    cell = []
                else:
                    cell.append(x)
            if cell:
                cells.append(quantities(cell))
            rows.append(cells)
        elif _charge_line(line, source):
            rows.append([quantities([x for x in line if x.text not in (".", "…")])])
        else:
            rest += line
            if t.start < 10**9:
                rest.append(t)
        line = []
    return rows, rest


def _charge_line(line: list[Token], source: str) -> bool:
    """A line of a charge list: a name, leader dots or a wide gap, an amount; nothing is done in it."""
    at = next((i for i, t in enumerate(line) if t.kind == "sub"), None)
    if at is None or at > 2 or any(t.kind == "word" and t.low in lex.VERB_OF for t in line[: at + 1]):
        return False
    rest = quantities(line[at + 1 :])
    amount = next((x for x in rest if isinstance(x, Qty) and x.dim in ("mass", "volume", "moles")), None)
    return amount is not None and re.search(r"\.{3,}|…|\t| {3,}", source[line[at].end : amount.start]) is not None


def read_row(account: Account, cells: list[list[Item]]) -> None:
    """One row of a charge table: a lot, and the vessel it goes into ("" repeats the one above)."""
    flat = [item for cell in cells for item in cell]
    at = next((i for i, x in enumerate(flat) if isinstance(x, Token) and x.kind == "sub"), None)
    if at is None:
        return
    for cell in cells[1:]:
        for v in vessels_in(cell):
            if v.kind in REACTION_VESSELS:
                account.table_vessels["last"] = account.vessel(v, v.kind, "").name
    phrase = MaterialPhrase(str(flat[at].value), flat[at].text, flat[at].start, flat[at].end, at)  # type: ignore[union-attr]
    for cell in cells:
        if vessels_in(cell):
            continue
        for item in cell:
            if isinstance(item, Qty) and take(phrase, item):
                phrase.end = max(phrase.end, item.end)
    m = new_lot(account, phrase)
    m.role = f"table:{account.table_vessels.get('last', '')}"
