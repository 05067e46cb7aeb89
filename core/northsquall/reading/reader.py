"""The reader: text in, procedure document out.

Three passes over tokens: sentences and table rows (`clauses`, `tables`); clauses, each around one verb;
then the running account of vessels (`account`), which turns clauses into steps (`actions`). What no rule
took is listed as unread.
"""

from __future__ import annotations

import re

from northsquall.procedure import Procedure, Unread
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account
from northsquall.reading.actions import read_clause
from northsquall.reading.clauses import clauses_of
from northsquall.reading.phrases import Qty, quantities
from northsquall.reading.tables import read_row, table_rows
from northsquall.reading.tokens import Token, tokenise
from northsquall.substances import catalogue

MAX_BYTES = 1_000_000


class ReadError(ValueError):
    """The input cannot be read at all. The message is one sentence with what was given and expected."""


def decode(raw: bytes) -> str:
    """Bytes of a text file as text. Raises ReadError for what is no text, or too large."""
    if len(raw) > MAX_BYTES:
        raise ReadError(f"the text has {len(raw) / 1e6:.1f} MB; at most 1 MB is read")
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError as exc:
        raise ReadError(f"byte {exc.start} is not UTF-8 text; a plain-text procedure was expected") from exc


def check(text: str) -> str:
    """The text with line ends as \\n. Raises ReadError for what cannot be a procedure."""
    text = text.replace("\r\n", "\n").replace("\r", "\n")
    if len(text.encode("utf-8", "surrogatepass")) > MAX_BYTES:
        raise ReadError(f"the text has {len(text) / 1e6:.1f} million characters; at most 1 MB is read")
    bad = re.search(r"[\x00-\x08\x0b\x0e-\x1f\ud800-\udfff]", text)
    if bad:
        line = text.count("\n", 0, bad.start()) + 1
        raise ReadError(
            f"line {line} holds a control character (code {ord(bad.group())}): this is not a text; a procedure in words was expected"
        )
    if not text.strip():
        raise ReadError("the text is empty; a procedure in words was expected")
    if not re.search(r"[^\W\d_]{2,}", text):
        raise ReadError(f"“{text.strip()[:40]}” holds no words; a procedure in words was expected")
    return text


def read(text: str) -> Procedure:
    """Read a procedure. Raises ReadError only for what cannot be a procedure at all."""
    source = check(text)
    doc = Procedure(source_text=source)
    account = Account(source, doc)
    tokens = tokenise(source)
    body = _title(doc, source, tokens)
    rows, body = table_rows(body, source)
    for row in rows:
        read_row(account, row)
    for clause in clauses_of(body, source):
        read_clause(account, clause)
    _product(doc)
    _finish(account, tokens)
    return doc


def _title(doc: Procedure, source: str, tokens: list[Token]) -> list[Token]:
    """The first line is the title where it is short and does nothing."""
    first = next((i for i, t in enumerate(tokens) if t.kind == "nl"), None)
    line = source.strip().split("\n", 1)[0].strip()
    doc.title = line[:120]
    if first is None or len(line) > 100 or line.startswith("|"):
        return tokens
    head = tokens[:first]
    if any(t.low in lex.VERB_OF for t in head) or any(t.kind == "unit" and t.value != "mol" for t in head):
        doc.title = line[:60] + ("…" if len(line) > 60 else "")
        return tokens
    for t in head:
        if t.kind == "sub":
            doc.results.product_identity = str(t.value)
            doc.results.product = t.text
            doc.results.product_span = (t.start, t.end)
            break
    return tokens[first:]


def _product(doc: Procedure) -> None:
    """The product's structure, where its name is known."""
    r = doc.results
    if r.product_identity and any(m.identity == r.product_identity and m.role not in ("wash", "absorber") for m in doc.materials):
        r.product = r.product_identity = r.product_span = None  # "nitration of X" names what goes in
    if r.product_identity:
        s = catalogue().substances[r.product_identity]
        r.product_smiles = s.smiles


def _finish(account: Account, tokens: list[Token]) -> None:
    """Unread quantities, and lots of a table that no step placed."""
    doc = account.doc
    if account.main is not None and account.main.sensor is None and account.table_vessels.get("sensor"):
        account.main.sensor = account.table_vessels["sensor"]  # type: ignore[assignment]
    for m in doc.materials:
        if (m.role or "").startswith("table:"):
            m.role = None
    head = len(doc.source_text.lstrip().split("\n", 1)[0]) if doc.results.product_span else 0
    seen = account.used | {s for m in doc.materials for q in (m.amount, m.stated_mol) if q and q.span for s in (q.span[0],)}
    for item in quantities(tokens):
        if isinstance(item, Qty) and item.start not in seen and item.start >= head and item.dim != "equivalents":
            doc.unread.append(
                Unread(text=account.source[item.start : item.end], span=(item.start, item.end), why="a quantity that no rule could place")
            )
