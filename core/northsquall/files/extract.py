"""The child process: one file on standard input, its text on standard output, or one sentence and exit 3."""

from __future__ import annotations

import csv
import io
import json
import re
import sys
import zipfile
from collections.abc import Iterable, Iterator
from typing import Any

UNPACKED = 20_000_000
RATIO = 100
PAGES = 60
ROWS, COLUMNS = 2000, 40


class Refused(ValueError):
    """What cannot be read, in one sentence."""


def decoded(raw: bytes) -> str:
    """Bytes as text: by a byte-order mark, else UTF-8."""
    for mark, name in ((b"\xef\xbb\xbf", "utf-8-sig"), (b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16")):
        if raw.startswith(mark):
            try:
                return raw.decode(name)
            except UnicodeDecodeError as exc:
                raise Refused(f"byte {exc.start} is not {name} text; a plain-text procedure was expected") from exc
    try:
        return raw.decode("utf-8")
    except UnicodeDecodeError as exc:
        raise Refused(f"byte {exc.start} is not UTF-8 text; save the file as UTF-8") from exc


def checked_zip(raw: bytes) -> zipfile.ZipFile:
    """An office file's container, refused where it unpacks to too much or declares entities."""
    try:
        box = zipfile.ZipFile(io.BytesIO(raw))
    except zipfile.BadZipFile as exc:
        raise Refused("it is no office file (or it is encrypted); a .docx or .xlsx without a password was expected") from exc
    infos = box.infolist()
    total = sum(i.file_size for i in infos)
    if total > UNPACKED or total > RATIO * max(len(raw), 1):
        raise Refused(
            f"it unpacks to {total / 1e6:.0f} MB from {len(raw) / 1e6:.1f}; at most {UNPACKED // 1_000_000} MB and {RATIO} times its size are read"
        )
    if any(i.flag_bits & 1 for i in infos):
        raise Refused("it is encrypted; a file without a password was expected")
    for i in infos:
        if i.filename.endswith((".xml", ".rels")) and b"<!DOCTYPE" in box.read(i)[:4096]:
            raise Refused("it declares a document type, which no office program writes; it was not opened")
    return box


def row_text(cells: Iterable[str]) -> str:
    """One row of a table as a line the reader takes for a row."""
    clean = [re.sub(r"\s+", " ", c or "").replace("|", "/").strip() for c in cells]
    return "| " + " | ".join(clean) + " |" if any(clean) else ""


def docx(raw: bytes, stem: str) -> str:
    """Paragraphs and tables of a Word file in their order; list items keep a mark."""
    checked_zip(raw)
    from docx import Document
    from docx.table import Table

    try:
        document = Document(io.BytesIO(raw))
    except Exception as exc:
        raise Refused("it is damaged, or is no Word file; a .docx was expected") from exc
    out, number = [], 0
    for part in document.iter_inner_content():
        if isinstance(part, Table):
            out += ["", *(row_text(c.text for c in row.cells) for row in part.rows[:ROWS]), ""]
            continue
        style = (part.style.name or "") if part.style is not None else ""
        listed = part._p.pPr is not None and part._p.pPr.numPr is not None
        text = part.text.strip()
        if style.startswith("List Number") or (listed and "Bullet" not in style and "Number" in style):
            number += bool(text)
            out.append(f"{number}. {text}" if text else "")
        elif style.startswith("List") or listed:
            out.append(f"- {text}" if text else "")
        else:
            number = 0
            out.append(text)
    return "\n".join(out)


def pdf(raw: bytes, stem: str) -> str:
    """The text of a PDF page by page; one without text is told plainly."""
    import pypdfium2 as pdfium

    try:
        document = pdfium.PdfDocument(raw)
    except pdfium.PdfiumError as exc:
        locked = "password" in str(exc).lower()
        raise Refused("it is locked with a password; an open PDF was expected" if locked else "it is damaged, or is no PDF") from exc
    if len(document) > PAGES:
        raise Refused(f"it has {len(document)} pages; at most {PAGES} are read")
    pages = [document[i].get_textpage().get_text_bounded() for i in range(len(document))]
    text = "\n".join(p.replace("\r\n", "\n").replace("\ufffe", "") for p in pages)
    if not text.strip():
        raise Refused("there is no text in it, only pictures of pages (a scan); type or paste the procedure")
    return text


BLOCKS = {
    "p",
    "div",
    "li",
    "br",
    "h1",
    "h2",
    "h3",
    "h4",
    "h5",
    "h6",
    "tr",
    "table",
    "ul",
    "ol",
    "section",
    "article",
    "blockquote",
    "pre",
    "dt",
    "dd",
    "title",
    "hr",
}
SILENT = {"script", "style", "noscript", "template", "iframe", "object", "svg", "math", "head"}


def html(raw: bytes, stem: str) -> str:
    """The text of a web page: blocks as lines, tables as rows; scripts and styles are left out."""
    from lxml import etree
    from lxml import html as page

    try:
        tree = page.document_fromstring(decoded(raw), parser=page.HTMLParser(no_network=True, remove_comments=True, remove_pis=True))
    except (etree.ParserError, etree.XMLSyntaxError, ValueError) as exc:
        raise Refused("it is no web page that can be read") from exc
    out: list[str] = []

    def walk(root: Any) -> None:
        stack: list[tuple[Any, bool]] = [(root, False)]
        while stack:
            node, leaving = stack.pop()
            if not isinstance(node.tag, str) or node.tag in SILENT:
                if node.tail and not leaving:
                    out.append(node.tail)
                continue
            if leaving:
                if node.tag in BLOCKS:
                    out.append("\n")
                if node.tail:
                    out.append(node.tail)
                continue
            if node.tag == "tr":
                out.append("\n" + row_text("".join(c.itertext()) for c in node if c.tag in ("td", "th")) + "\n")
                continue
            if node.tag in BLOCKS:
                out.append("\n- " if node.tag == "li" else "\n")
            if node.text:
                out.append(re.sub(r"\s+", " ", node.text) if node.tag != "pre" else node.text)
            stack.append((node, True))
            stack.extend((child, False) for child in reversed(node))

    body = tree.find("body")
    walk(body if body is not None else tree)
    text = re.sub(r"[ \t]+", " ", "".join(out))
    return re.sub(r"\n{3,}", "\n\n", "\n".join(line.strip() for line in text.splitlines())).strip()


def _sheets(tables: list[list[list[str]]], stem: str) -> str:
    """A charge table and a steps table (any order, either may be missing) as a text."""
    out = [stem.replace("_", " ").replace("-", " ").strip() or "Procedure", ""]
    steps: list[str] = []
    for rows in tables:
        rows = [r for r in rows if any(c.strip() for c in r)]
        if not rows:
            continue
        head = [c.strip().lower() for c in rows[0]]
        if "text" in head:
            at = head.index("text")
            vessel = head.index("vessel") if "vessel" in head else None
            for n, r in enumerate(rows[1:], 1):
                r = [*r, *[""] * len(head)]
                where = r[vessel].strip() if vessel is not None else ""
                said = r[at].strip()
                if said:
                    steps.append(f"{n}. {said}{'' if not where or where.lower() in said.lower() else f' ({where})'}")
        else:
            out += ["", *_charges(head, rows), ""]
    return "\n".join([*out, *steps])


def _charges(head: list[str], rows: list[list[str]]) -> Iterator[str]:
    if "material" not in head:
        yield from (row_text(r) for r in rows)
        return
    column = {name: head.index(name) for name in head if name}

    def cell(r: list[str], name: str) -> str:
        return r[column[name]].strip() if name in column and column[name] < len(r) else ""

    yield row_text(["material", "amount", "role"])
    for r in rows[1:]:
        strength = cell(r, "strength")
        if re.fullmatch(r"[\d.,]+", strength):
            strength += " %"
        amount = f"{cell(r, 'amount')} {cell(r, 'unit')}".strip()
        yield row_text([f"{cell(r, 'material')}{', ' + strength if strength else ''}", amount, cell(r, "role")])


def table(raw: bytes, stem: str) -> str:
    """A CSV file; an empty line parts the charge table from the steps."""
    text = decoded(raw)
    try:
        dialect: Any = csv.Sniffer().sniff(text[:4000], delimiters=",;\t")
    except csv.Error:
        dialect = csv.excel
    parts: list[list[list[str]]] = [[]]
    for row in csv.reader(io.StringIO(text), dialect):
        if len(parts[-1]) > ROWS:
            raise Refused(f"it has more than {ROWS} rows; a charge table and steps were expected")
        if any(c.strip() for c in row):
            parts[-1].append(row)
        elif parts[-1]:
            parts.append([])
    return _sheets(parts, stem)


def xlsx(raw: bytes, stem: str) -> str:
    """The sheets of a workbook: charge table and steps."""
    checked_zip(raw)
    from openpyxl import load_workbook

    try:
        book = load_workbook(io.BytesIO(raw), read_only=True, data_only=True)
    except Exception as exc:
        raise Refused("it is damaged, or is no workbook; an .xlsx was expected") from exc
    sheets = [
        [
            ["" if c is None else f"{c:g}" if isinstance(c, float) else str(c) for c in row]
            for row in sheet.iter_rows(max_row=ROWS, max_col=COLUMNS, values_only=True)
        ]
        for sheet in book.worksheets[:8]
    ]
    return _sheets(sheets, stem)


UNITS = {
    "GRAM": "g",
    "KILOGRAM": "kg",
    "MILLIGRAM": "mg",
    "LITER": "L",
    "MILLILITER": "mL",
    "MICROLITER": "µL",
    "MOLE": "mol",
    "MILLIMOLE": "mmol",
    "HOUR": "h",
    "MINUTE": "min",
    "SECOND": "s",
    "CELSIUS": "°C",
    "KELVIN": "K",
    "FAHRENHEIT": "°F",
}


def _get(record: Any, *names: str) -> Any:
    """A field of the reaction message in either spelling (camelCase or snake_case)."""
    for name in names:
        if not isinstance(record, dict):
            return None
        snake = re.sub(r"([A-Z])", lambda m: "_" + m[1].lower(), name)
        record = record.get(name, record.get(snake))
    return record


def _measure(q: Any) -> str:
    value, unit = _get(q, "value"), UNITS.get(str(_get(q, "units")), "")
    return f"{value:g} {unit}" if isinstance(value, (int, float)) and unit else ""


def _called(record: Any) -> str:
    said = {str(_get(i, "type")): str(_get(i, "value")) for i in _get(record, "identifiers") or []}
    return next((said[k] for k in ("NAME", "IUPAC_NAME", "CAS_NUMBER", "SMILES") if k in said), "")


def reaction(message: dict[str, Any], stem: str) -> str:
    """A reaction of the open reaction database as a text: its own words where it has them, else from its inputs and conditions."""
    products = [p for o in _get(message, "outcomes") or [] for p in _get(o, "products") or []]
    title = next((n for p in products if (n := _called(p)) and re.search(r"[a-z]{4}", n)), stem or "Reaction")
    words = _get(message, "notes", "procedureDetails")
    if isinstance(words, str) and len(words) > 40:
        return f"{title}\n\n{words}"
    inputs = sorted((_get(message, "inputs") or {}).values(), key=lambda i: _get(i, "additionOrder") or 0)
    size = _measure(_get(message, "setup", "vessel", "volume"))
    lines: list[str] = []
    for at, one in enumerate(inputs):
        lots = []
        for c in _get(one, "components") or []:
            amount = _get(c, "amount") or {}
            measured = next((m for k in ("mass", "volume", "moles") if (m := _measure(_get(amount, k)))), "")
            lots.append(f"{_called(c)} ({measured})" if measured else _called(c))
        time = _measure(_get(one, "additionTime"))
        said = " and ".join(x for x in lots if x)
        if not said:
            continue
        how = (
            f"placed in a {size} flask"
            if at == 0 and size
            else "placed in a flask"
            if at == 0
            else f"added{' over ' + time if time else ''}"
        )
        lines.append(f"{len(lines) + 1}. {said} {'are' if len(lots) > 1 else 'is'} {how}.")
    warm = _measure(_get(message, "conditions", "temperature", "setpoint"))
    time = next((t for o in _get(message, "outcomes") or [] if (t := _measure(_get(o, "reactionTime")))), "")
    if time or warm:
        lines.append(f"{len(lines) + 1}. The mixture is stirred{' for ' + time if time else ''}{' at ' + warm if warm else ''}.")
    masses = [m for p in products for x in _get(p, "measurements") or [] if (m := _measure(_get(x, "amount", "mass")))]
    if masses:
        lines.append(f"Yield {masses[0]}.")
    if not lines:
        raise Refused("it holds no reaction with inputs; this project's JSON or a reaction of the open reaction database was expected")
    return "\n".join([title, "", *lines])


def json_text(raw: bytes, stem: str) -> str:
    """A reaction message; the project's own documents do not come here."""
    text = decoded(raw)
    try:
        message = json.loads(text)
    except (json.JSONDecodeError, RecursionError) as exc:
        where = f" at line {exc.lineno}" if isinstance(exc, json.JSONDecodeError) else ""
        raise Refused(f"it is not JSON{where}; this project's JSON or a reaction of the open reaction database was expected") from exc
    if isinstance(message, dict) and str(message.get("schema", "")).startswith("northsquall-procedure/"):
        if not message.get("source_text"):
            raise Refused("this project's document holds no text of its author; a procedure with its words was expected")
        return str(message["source_text"])
    if isinstance(message, dict) and isinstance(message.get("reactions"), list) and message["reactions"]:
        message = message["reactions"][0]
    if not isinstance(message, dict) or not (_get(message, "inputs") or _get(message, "notes")):
        raise Refused("it is JSON, but neither this project's nor a reaction of the open reaction database")
    return reaction(message, stem)


def plain(raw: bytes, stem: str) -> str:
    """A text file."""
    return decoded(raw)


READERS = {
    ".txt": plain,
    ".md": plain,
    ".json": json_text,
    ".docx": docx,
    ".pdf": pdf,
    ".html": html,
    ".htm": html,
    ".csv": table,
    ".xlsx": xlsx,
}


def main(argv: list[str]) -> int:
    """`extract KIND STEM` with the file on standard input."""
    try:
        text = READERS[argv[0]](sys.stdin.buffer.read(), argv[1])
    except Refused as exc:
        print(exc, file=sys.stderr)
        return 3
    except MemoryError:
        print("it needs more memory than is allowed", file=sys.stderr)
        return 3
    sys.stdout.buffer.write(text.encode("utf-8", "replace"))
    return 0


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
