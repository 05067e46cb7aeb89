"""`northsquall assess FILE` and `northsquall check-data`: no database, no server."""

from __future__ import annotations

import argparse
import gc
import json
import sys
from pathlib import Path

from pydantic import ValidationError


def load_procedure(name: str):  # type: ignore[no-untyped-def]
    """A procedure from a text or a JSON file, or from standard input (`-`). Raises ReadError."""
    from northsquall.files import MAX_BYTES, FileError, text_of
    from northsquall.procedure import Procedure
    from northsquall.reading import ReadError, read
    from northsquall.reading.reader import decode

    try:
        raw = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
    except OSError as exc:
        raise ReadError(f"{name}: {exc.strerror}") from exc
    suffix = Path(name).suffix.lower() if name != "-" else ""
    head = raw[:4000].lstrip()
    if b'"northsquall-procedure/' in head and (suffix == ".json" or head.startswith(b"{")):
        try:
            return Procedure.model_validate_json(decode(raw))
        except ValidationError as exc:
            first = exc.errors()[0]
            raise ReadError(f"{name}: {'.'.join(map(str, first['loc']))}: {first['msg']}") from exc
    if suffix in (".txt", ".md", "") and len(raw) <= MAX_BYTES:
        return read(decode(raw))
    try:
        return read(text_of(name, raw))
    except FileError as exc:
        raise ReadError(str(exc)) from exc


def assess_command(arguments: list[str]) -> int:
    """Read, assess, print. 0 whatever the verdict; 2 and one line for what cannot be read."""
    parser = argparse.ArgumentParser(prog="northsquall assess", description="Assess a procedure.")
    parser.add_argument(
        "file", help=".txt .md .docx .pdf .html .csv .xlsx, JSON of this project or of the open reaction database, or - for standard input"
    )
    parser.add_argument("--json", action="store_true", help="print the assessment as JSON")
    parser.add_argument("--set", action="append", default=[], metavar="PATH=VALUE", help="e.g. steps[3].duration_min=40")
    parser.add_argument("--scale", type=float, default=1.0, metavar="N", help="all charges times N")
    parser.add_argument("--laboratory", metavar="FILE", help="the laboratory's own rules (JSON)")
    args = parser.parse_args(arguments)
    # A process that lives two seconds: the collector would only walk over the modules being loaded.
    gc.set_threshold(100_000, 20, 20)
    from northsquall.assess import assess
    from northsquall.procedure import Laboratory
    from northsquall.reading import ReadError
    from northsquall.settle import SettingError, set_value

    try:
        procedure = load_procedure(args.file)
        for item in args.set:
            path, sign, value = item.partition("=")
            if not sign:
                raise SettingError(f"--set {item}: PATH=VALUE was expected")
            set_value(procedure, path, value)
        if not 0 < args.scale < 1e6:
            raise SettingError(f"--scale {args.scale:g}: a number over 0 and under a million was expected")
        procedure.scale = args.scale
        laboratory = Laboratory.model_validate_json(Path(args.laboratory).read_text("utf-8")) if args.laboratory else None
    except (ReadError, SettingError) as exc:
        print(f"northsquall: {exc}", file=sys.stderr)
        return 2
    except (OSError, ValidationError) as exc:
        print(f"northsquall: {args.laboratory}: {str(exc).splitlines()[0]}", file=sys.stderr)
        return 2
    result = assess(procedure, laboratory=laboratory)
    if args.json:
        print(json.dumps(result.model_dump(by_alias=True), ensure_ascii=False))
    else:
        from northsquall.readable import print_assessment

        print_assessment(result)
    return 0


def main(argv: list[str] | None = None) -> int:
    """Entry point."""
    argv = sys.argv[1:] if argv is None else argv
    if argv[:1] == ["assess"]:
        return assess_command(argv[1:])
    if argv[:1] == ["check-data"]:
        from northsquall.data.check import main as check

        return check()
    if argv[:1] == ["schemas"]:
        from northsquall.schemas import write

        return write(Path(argv[1]))
    print("northsquall: assess, check-data or schemas was expected", file=sys.stderr)
    return 2


if __name__ == "__main__":
    sys.exit(main())
