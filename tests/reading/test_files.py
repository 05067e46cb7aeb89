"""The same procedure from every kind of file; and files that are broken, hostile or no procedure: one sentence each."""

from __future__ import annotations

import io
import json
import random
import subprocess
import sys
import zipfile
from pathlib import Path

import docx
import openpyxl
import pytest
from deepness import DEEP

from northsquall.files import FileError, text_of
from northsquall.procedure import Procedure
from northsquall.procedure.amounts import lots_of
from northsquall.reading import read
from northsquall.substances import catalogue

TITLE = "Methyl 4-nitrobenzoate"
LINES = [
    "4-Nitrobenzoic acid (16.7 g) and methanol (80 mL) are placed in a 250 mL flask.",
    "Sulfuric acid (96 %, 4.0 mL) is added dropwise over 10 min below 35 °C.",
    "The mixture is boiled under reflux for 3 h and cooled to 20 °C.",
    "It is poured into 200 mL of ice water; the solid is filtered off, washed with 50 mL of water and dried.",
]
CHARGES = [
    ("4-nitrobenzoic acid", "16.7", "g", "", "substrate"),
    ("methanol", "80", "mL", "", "solvent"),
    ("sulfuric acid", "4.0", "mL", "96", ""),
]
STEPS = [
    "4-Nitrobenzoic acid and methanol are placed in the flask.",
    "Sulfuric acid is added dropwise over 10 min below 35 °C.",
    *LINES[2:],
]


def as_docx(table: bool = False) -> bytes:
    d = docx.Document()
    d.add_heading(TITLE, 1)
    if table:
        t = d.add_table(rows=1, cols=3)
        for cell, text in zip(t.rows[0].cells, ("material", "amount", "role"), strict=True):
            cell.text = text
        for name, amount, unit, strength, role in CHARGES:
            for cell, text in zip(
                t.add_row().cells, (f"{name} {strength + ' %' if strength else ''}", f"{amount} {unit}", role), strict=True
            ):
                cell.text = text
    for line in STEPS if table else LINES:
        d.add_paragraph(line, style="List Number" if table else None)
    out = io.BytesIO()
    d.save(out)
    return out.getvalue()


def as_html() -> bytes:
    items = "".join(f"<li>{x.replace('°', '&deg;')}</li>" for x in LINES)
    return f"<html><head><title>x</title><script>alert('20 g of sodium')</script></head><body><h1>{TITLE}</h1><ol>{items}</ol><style>p{{}}</style></body></html>".encode()


def as_pdf(body: str = "") -> bytes:
    weasyprint = pytest.importorskip("weasyprint")
    text = body or f"<h1>{TITLE}</h1>" + "".join(f"<p>{x}</p>" for x in LINES)
    made: bytes = weasyprint.HTML(string=text).write_pdf()
    return made


def as_csv(sep: str = ",") -> bytes:
    rows = ["material,amount,unit,strength,role,step", *(",".join(c) + "," for c in CHARGES), "", "step,text,vessel"]
    steps = [f'{n},"{x}",250 mL flask' for n, x in enumerate(STEPS, 1)]
    return "\n".join(
        x.replace(",", sep) if i < len(rows) else x.replace(",", sep, 1).replace('",', f'"{sep}') for i, x in enumerate([*rows, *steps])
    ).encode()


def as_xlsx() -> bytes:
    book = openpyxl.Workbook()
    first = book.active
    first.append(["Material", "Amount", "Unit", "Strength", "Role", "Step"])
    for name, amount, unit, strength, role in CHARGES:
        first.append([name, float(amount), unit, float(strength) if strength else None, role, 1])
    second = book.create_sheet("steps")
    second.append(["step", "text", "vessel"])
    for n, x in enumerate(STEPS, 1):
        second.append([n, x, "250 mL flask"])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def as_reaction(words: bool) -> bytes:
    def lot(name: str, kind: str, value: float, unit: str) -> dict[str, object]:
        return {"identifiers": [{"type": "NAME", "value": name}], "amount": {kind: {"value": value, "units": unit}}}

    message: dict[str, object] = {
        "inputs": {
            "a": {
                "components": [lot("4-nitrobenzoic acid", "mass", 16.7, "GRAM"), lot("methanol", "volume", 80, "MILLILITER")],
                "additionOrder": 1,
            },
            "b": {
                "components": [lot("sulfuric acid", "volume", 4.0, "MILLILITER")],
                "addition_order": 2,
                "addition_time": {"value": 10, "units": "MINUTE"},
            },
        },
        "setup": {"vessel": {"volume": {"value": 250, "units": "MILLILITER"}}},
        "outcomes": [
            {
                "reactionTime": {"value": 3, "units": "HOUR"},
                "products": [{"identifiers": [{"type": "NAME", "value": "methyl 4-nitrobenzoate"}]}],
            }
        ],
    }
    if words:
        message["notes"] = {"procedureDetails": " ".join(LINES)}
    return json.dumps(message).encode()


def as_text() -> bytes:
    return "\n".join([TITLE, "", *LINES]).encode()


def as_markdown() -> bytes:
    return "\n".join([f"# {TITLE}", "", *(f"{n}. {x}" for n, x in enumerate(LINES, 1))]).encode()


def as_own() -> bytes:
    return read(as_text().decode()).model_dump_json(by_alias=True).encode()


def charged(p: Procedure) -> dict[str, float]:
    lots = lots_of(p, catalogue())
    return {x.label: round(x.best_mol, 3) for x in lots.values() if x.label in ("4-nitrobenzoic acid", "methanol", "sulfuric acid")}


FILES = {
    "batch.docx": as_docx, "table.docx": lambda: as_docx(True), "page.html": as_html, "print.pdf": as_pdf, "methyl_4-nitrobenzoate.csv": as_csv, "semicolons.csv": lambda: as_csv(";"),
    "batch.xlsx": as_xlsx, "words.json": lambda: as_reaction(True), "inputs.json": lambda: as_reaction(False), "utf16.txt": lambda: as_text().decode().encode("utf-16"),
    "plain.txt": as_text, "plain.md": as_markdown, "own.json": as_own,
}  # fmt: skip


@pytest.mark.parametrize("name", FILES)
def test_every_kind_of_file_says_the_same(name: str) -> None:
    text = text_of(name, FILES[name]())
    p = read(text)
    assert charged(p) == {
        "4-nitrobenzoic acid": 0.1,
        "methanol": pytest.approx(80 * 0.787 / 32.04, abs=0.01),
        "sulfuric acid": pytest.approx(0.072, abs=0.001),
    }
    dose = next(s for s in p.steps if s.kind in ("dose", "add") and s.duration)
    assert dose.duration and dose.duration.value == 10
    assert any(s.kind in ("reflux", "hold") and s.duration and s.duration.value == 180 for s in p.steps)
    assert "sodium" not in text


def zipped(**files: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as z:
        for name, data in files.items():
            z.writestr(name.replace("__", "/") + ".xml", data)
    return out.getvalue()


def locked_pdf() -> bytes:
    """An encrypted PDF: an /Encrypt entry that no empty password opens (PDF 1.4, standard handler)."""
    entry = b"<</Filter/Standard/V 1/R 2/Length 40/P -4/O(" + b"A" * 32 + b")/U(" + b"B" * 32 + b")>>"
    parts = [
        b"<</Type/Catalog/Pages 2 0 R>>",
        b"<</Type/Pages/Kids[3 0 R]/Count 1>>",
        b"<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]>>",
        entry,
    ]
    out, places = b"%PDF-1.4\n", []
    for n, part in enumerate(parts, 1):
        places.append(len(out))
        out += b"%d 0 obj\n" % n + part + b"\nendobj\n"
    table = len(out)
    rows = b"".join(b"%010d 00000 n \n" % x for x in places)
    return (
        out
        + b"xref\n0 5\n0000000000 65535 f \n"
        + rows
        + b"trailer<</Size 5/Root 1 0 R/Encrypt 4 0 R/ID[(a)(a)]>>\nstartxref\n%d\n%%%%EOF" % table
    )


BROKEN = {
    "bomb.docx": (lambda: zipped(word__document=b"0" * 60_000_000), "60 MB"),
    "entities.docx": (lambda: zipped(word__document=b'<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>'), "document type"),
    "noword.docx": (lambda: zipped(a=b"<x/>"), "no Word file"),
    "text.docx": (lambda: b"just words", "no office file"),
    "scan.pdf": (lambda: as_pdf("<div style='width:9cm;height:9cm;background:#ccc'></div>"), "scan"),
    "locked.pdf": (locked_pdf, "password"),
    "torn.pdf": (lambda: as_pdf()[:300], "damaged"),
    "latin.txt": (lambda: "Säure".encode("latin-1"), "UTF-8"),
    "old.doc": (lambda: b"\xd0\xcf\x11\xe0", ".docx"),
    "macro.xlsm": (lambda: b"PK", ".xlsx"),
    "film.mp4": (lambda: b"x", "was expected"),
    "empty.docx": (lambda: b"", "empty"),
    "list.json": (lambda: b"[1, 2", "not JSON"),
    "deep.json": (lambda: b"[" * 100_000 + b"]" * 100_000, "not JSON"),
    "other.json": (lambda: b'{"a": 1}', "neither"),
    "large.pdf": (lambda: b"%PDF" + b"0" * 20_000_001, "20.0 MB"),
}


@pytest.mark.parametrize("name", BROKEN)
def test_what_cannot_be_opened_gets_one_sentence(name: str) -> None:
    make, says = BROKEN[name]
    with pytest.raises(FileError, match=says) as caught:
        text_of(name, make())
    assert "\n" not in str(caught.value) and name in str(caught.value)


def test_one_far_cell_does_not_hang() -> None:
    """A workbook whose only cell is the last of the sheet's million rows."""
    book = openpyxl.Workbook()
    book.active.cell(row=1_048_576, column=16_384, value="x")
    out = io.BytesIO()
    book.save(out)
    text_of("far.xlsx", out.getvalue())


def test_mutated_files_are_read_or_refused() -> None:
    rng = random.Random(11)
    pool = [(n, make()) for n, make in FILES.items()]
    for _ in range(500 if DEEP else 12):
        name, raw = rng.choice(pool)
        data = bytearray(raw)
        for _ in range(rng.randint(1, 20)):
            at = rng.randrange(len(data))
            data[at : at + rng.randint(0, 40)] = rng.randbytes(rng.randint(0, 20))
        try:
            text_of(name, bytes(data))
        except FileError as refused:
            assert "\n" not in str(refused)


@pytest.mark.parametrize(("name", "code"), [("batch.docx", 0), ("text.docx", 2)])
def test_command_line_reads_files(tmp_path: Path, name: str, code: int) -> None:
    path = tmp_path / name
    path.write_bytes(FILES[name]() if name in FILES else BROKEN[name][0]())
    done = subprocess.run(
        [sys.executable, "-m", "northsquall.cli", "assess", str(path), "--json"], capture_output=True, text=True, check=False
    )
    assert done.returncode == code
    assert (json.loads(done.stdout)["schema"] == "northsquall-assessment/1") if code == 0 else done.stderr.count("\n") == 1
