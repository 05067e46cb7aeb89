"""Write core/northsquall/data/substances/values.csv from general libraries, cross-checked.

Run by hand when identity.toml grows: `.venv/bin/python tools/build_values.py`. The libraries are
needed here and in the tests only; nothing of them is loaded when a procedure is assessed.
"""

from __future__ import annotations

import csv
import sys
import tomllib
from pathlib import Path

import chemicals
from chemicals import Hfg, Hfl, Hfs, Tb, Tm
from chemicals.reaction import Hfl_methods, Hfs_methods
from thermo import Chemical

DATA = Path(__file__).resolve().parent.parent / "core" / "northsquall" / "data" / "substances"
FIELDS = ("id", "property", "phase", "value", "unit", "T_C", "uncertainty", "source")


def rows_of(record: dict) -> list[tuple]:
    """All values the libraries hold for one substance; a value that fails a check is left out."""
    cas, rows = record.get("cas"), []
    if not cas:
        return rows
    if "CRC" in Hfs_methods(cas):
        rows.append(("Hf", "s", Hfs(cas, method="CRC") / 1e3, "kJ/mol", 25, "", "CRC via chemicals"))
    if "CRC" in Hfl_methods(cas):
        rows.append(("Hf", "l", Hfl(cas, method="CRC") / 1e3, "kJ/mol", 25, "", "CRC via chemicals"))
    elif "WEBBOOK" in Hfl_methods(cas):
        value = Hfl(cas, method="WEBBOOK") / 1e3
        rows.append(("Hf", "l", value, "kJ/mol", 25, 15, "WebBook via chemicals, not cross-checked"))
    methods = chemicals.Hfg_methods(cas)
    for method, label in (("ATCT_G", "ATcT"), ("CRC", "CRC")):
        if method in methods:
            rows.append(("Hf", "g", Hfg(cas, method=method) / 1e3, "kJ/mol", 25, "", f"{label} via chemicals"))
            break
    for name, function in (("Tb", Tb), ("Tm", Tm)):
        value = function(cas)
        if value:
            listed = chemicals.Tb_methods(cas) if name == "Tb" else chemicals.Tm_methods(cas)
            if "JOBACK" not in listed[:1]:
                rows.append((name, "", value - 273.15, "°C", "", "", f"{listed[0]} via chemicals"))
    try:
        liquid = Chemical(cas, T=298.15)
    except ValueError:  # the library does not know this number: what stands above is all there is
        return rows
    # thermo falls back to estimates silently: keep named tables and correlations only
    from_table = {
        m
        for m in liquid.VolumeLiquid.all_methods
        if not m.startswith(("RACKETT", "YEN", "YAMADA", "TOWNSEND", "HTCOSTALD", "EOS", "SNM0", "MMSNM0", "CAMPBELL", "BHIRUD", "GOODMAN"))
    }
    tm = Tm(cas)
    if liquid.rhol and from_table and (tm is None or tm < 313):
        rows.append(("density", "l", liquid.rhol / 1e3, "g/mL", 25, "", f"{sorted(from_table)[0]} via thermo"))
    cp_methods = {
        m
        for m in liquid.HeatCapacityLiquid.all_methods
        if m not in ("ROWLINSON_POLING", "ROWLINSON_BONDI", "DADGOSTAR_SHAW", "BENSON", "JOBACK")
    }
    if liquid.Cplm and cp_methods and (tm is None or tm < 313):
        rows.append(("cp", "l", liquid.Cplm, "J/(mol K)", 25, "", f"{sorted(cp_methods)[0]} via thermo"))
    if liquid.Hvap_Tbm and Tb(cas):
        rows.append(("Hvap", "l", liquid.Hvap_Tbm / 1e3, "kJ/mol", "", "", "thermo at the boiling point"))
    return rows


def main() -> int:
    """Write the file; print how much of what is known."""
    records = tomllib.loads((DATA / "identity.toml").read_text("utf-8"))["substance"]
    out, seen = [], {}
    for record in records:
        for prop, phase, value, unit, t, sigma, source in rows_of(record):
            if record["id"] in ("sulfuric acid", "nitric acid", "fuming nitric acid", "hydrochloric acid") and prop in ("density", "cp"):
                continue  # solutions.csv holds these by strength
            out.append((record["id"], prop, phase, f"{value:.5g}", unit, t, sigma, source))
            seen[prop] = seen.get(prop, 0) + 1
    with (DATA / "values.csv").open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(FIELDS)
        writer.writerows(out)
    print(f"{len(records)} substances, {seen}", file=sys.stderr)
    return 0


if __name__ == "__main__":
    sys.exit(main())
