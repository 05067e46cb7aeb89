"""Write the catalogue's identity.csv and values.csv from the lists in tools/catalogue and general libraries.

Run by hand when a list grows: `.venv/bin/python tools/build_catalogue.py` (another folder may be named). The libraries are needed here
and in the tests only; nothing of them is loaded when a procedure is assessed. Every value is cross-checked
as the data's design says: vapour pressure at the boiling point near 1 atm, gas minus liquid formation
enthalpy near the heat of vaporisation, the spread between sources kept as uncertainty.
"""

from __future__ import annotations

import csv
import re
import statistics
import sys
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "core"))

from northsquall.data.check import PROPERTIES
from northsquall.substances.heat_capacity import estimated_heat_capacity

HERE = Path(__file__).resolve().parent
DATA = HERE.parent / "core" / "northsquall" / "data" / "substances"
VALUE_FIELDS = ("id", "property", "phase", "value", "unit", "T_C", "uncertainty", "source", "others")
IDENTITY_FIELDS = ("id", "formula", "phase", "soluble", "smiles", "parts", "cas", "names", "misspelt")
SOLUTIONS = {
    "sulfuric acid",
    "nitric acid",
    "fuming nitric acid",
    "hydrochloric acid",
    "hydrobromic acid",
    "hydriodic acid",
    "phosphoric acid",
}
"""Density and heat capacity of these stand in solutions.csv, by strength."""
CHEMICAL = re.compile(
    r"(meth|eth|prop|but|pent|hex|hept|oct|non|dec|phen|benz|tolu|xyl|naphth|chlor|brom|iod|fluor|nitr|amin|amid|anil|acid|acet|oxid|sulf|sulph|phosph|"
    r"sod|potass|ammon|calc|magnes|alumin|zinc|iron|ferr|copper|cupr|mangan|chrom|borate|boro|hydr|carb|cyan|ether|alcohol|ketone|glyc|form|pyrid|furan|"
    r"quin|azo|lactam|vinyl|allyl|styr|silic|oxal|citr|tartr|malon|succin|adip|silver|lead|tin\b|mercur|nickel|lithium|barium|titan)",
    re.I,
)
REFUSED = re.compile(
    r"(\d{2,7}-\d\d-\d|nsc|einecs|unii|ccris|hsdb|caswell|epa |un ?\d|fema|agn-|chembl|dtxs|zinc\d|akos|mfcd|brn |bp-|rcra|schembl|wln|ai3|nchem|%|\[|\]|;|"
    r"reagent|grade|acs|standard|solution|liquid|natural|synthetic|radical|\bfor\b|kyselin|cpd|tech|usp|usan|pure|\(van\)|\(tn\)|\(inn|\(jan|technical|dot|@|#|"
    r"free|extra|trace|anal|suitable|certified|ampule|crystal|powder|\bion\b|ion\(|dimer|polymer|oil of|complex|homolog|inhibited|stabil|ci \d|c\.i\.|"
    r"huile|wasser|acide|acido|saeure|saure|sure$|aethyl|alkohol|kwas|alcool|soluz|oplossing|loesung|chlorid$|bromid$|oxyde|nitril$|ure$|eter$|ol,|isopropilic)",
    re.I,
)
SHORT = re.compile(r"^[a-z0-9]{1,4}$")
AMBIGUOUS = {
    "ether", "tea", "acetate", "petroleum ether", "dma", "dms", "alcohol", "amine", "acid", "base", "salt", "lime", "nitrite", "nitrate", "chloride",
    "bromide", "xylene", "xylenes", "cresol", "naphthol", "toluidine", "nitrophenol", "nitroaniline", "dichlorobenzene", "nitrotoluene", "silver", "gas", "oil", "water gas",
}  # fmt: skip
KEEP_AMBIGUOUS = {"alcohol", "salt", "lime", "petroleum ether"}


def lines(name: str) -> list[str]:
    """Lines of a list without comments."""
    return [x for x in (HERE / "catalogue" / name).read_text("utf-8").splitlines() if x.strip() and not x.startswith("#")]


def split_names(text: str) -> tuple[list[str], list[str]]:
    """(names, usual misspellings)."""
    parts = [p.strip() for p in text.split(";") if p.strip()]
    return [p for p in parts if not p.startswith("~")], [p[1:].strip() for p in parts if p.startswith("~")]


TABLES = {
    "CRC_INORG": "CRC Handbook", "CRC_HVAP_TB": "CRC Handbook", "Fit 2023": "fit of tables", "CRC_ORG": "CRC Handbook", "CRC": "CRC", "OPEN_NTBKM": "Open Notebook melting points", "COMMON_CHEMISTRY": "CAS Common Chemistry",
    "YAWS": "Yaws", "WIKIDATA": "Wikidata", "CRCSTD": "CRC", "ANTOINE_WEBBOOK": "NIST WebBook", "CRC_INORG_L_CONST": "CRC Handbook", "CRC_INORG_S": "CRC Handbook", "HEOS": "reference equation of state",
    "WEBBOOK": "NIST WebBook", "WEBBOOK_SHOMATE": "NIST WebBook", "HEOS_FIT": "reference equation of state, fitted", "DIPPR_PERRY_8E": "Perry's Handbook", "VDI_PPDS": "VDI Heat Atlas", "VDI_TABULAR": "VDI Heat Atlas",
    "IEC 60079-20-1 (2010)": "IEC 60079-20-1", "NFPA 497 (2008)": "NFPA 497", "ZABRANSKY_SPLINE": "Zábranský", "ZABRANSKY_QUASIPOLYNOMIAL": "Zábranský", "ZABRANSKY_SPLINE_C": "Zábranský", "ZABRANSKY_SPLINE_C_1": "Zábranský", "ZABRANSKY_SPLINE_C_2": "Zábranský", "ZABRANSKY_SPLINE_SAT": "Zábranský", "ZABRANSKY_SPLINE_SAT_1": "Zábranský", "ZABRANSKY_SPLINE_SAT_2": "Zábranský", "ZABRANSKY_QUASIPOLYNOMIAL_C": "Zábranský",
    "PERRY151": "Perry's Handbook", "LANDOLT": "Landolt-Börnstein", "UNARY": "SGTE", "IAPWS_PSAT": "IAPWS", "CRC_INORG_L": "CRC Handbook", "ANTOINE_POLING": "Poling", "ANTOINE_EXTENDED_POLING": "Poling",
    "WAGNER_MCGARRY": "McGarry", "WAGNER_POLING": "Poling", "POLING_CONST": "Poling", "POLING_POLY": "Poling", "CRC_VIRIAL": "CRC Handbook", "PERRY_8E_2_30": "Perry's Handbook", "SERAT DATA": "Serat", "TRC": "TRC",
}  # fmt: skip
"""A library's own marks for its tables, as people name them."""


def said(text: str) -> str:
    """A source in people's words."""
    head, sep, tail = text.partition(" via ")
    return TABLES.get(head, head.replace("_", " ").title() if head.isupper() and "_" in head else head) + sep + tail


def others_said(text: str) -> str:
    """Other sources in people's words, true minus signs."""
    out = []
    for part in (p for p in text.split("; ") if p):
        name, _, value = part.rpartition(" ")
        out.append(f"{TABLES.get(name, name.replace('_', ' ').title() if '_' in name else name)} {value.replace('-', '−')}")
    return "; ".join(dict.fromkeys(out))


def parts_of(text: str, formula: str) -> str:
    """Normal form of a component list."""
    if text == "-":
        return f"{formula}=1"
    out = []
    for token in text.split():
        root, _, n = token.partition("*")
        out.append(f"{root}={n or 1}")
    return " ".join(out)


def inorganic() -> list[dict[str, Any]]:
    """Records of inorganic.txt."""
    out = []
    for line in lines("inorganic.txt"):
        name, formula, phase, parts, cas, names = (x.strip() for x in line.split("|"))
        own, wrong = split_names(names)
        kind, _, insoluble = phase.partition(" ")
        out.append(
            {"id": name, "formula": formula, "phase": kind, "soluble": "" if not insoluble else "no", "smiles": "", "parts": parts_of(parts, formula), "cas": cas, "names": [name, *own], "misspelt": wrong}
        )  # fmt: skip
    return out


def organic() -> tuple[list[dict[str, Any]], list[str]]:
    """(records of organic.txt, names that no library knows)."""
    from chemicals.identifiers import search_chemical
    from rdkit import Chem

    out, lost = [], []
    for line in lines("organic.txt"):
        head, _, tail = line.partition(" | ")
        name, _, names = (x.strip() for x in head.partition(" ="))
        own, wrong = split_names(names)
        fixed = dict(x.split("=", 1) for x in tail.split()) if tail else {}
        smiles, cas, more = fixed.get("smiles", ""), fixed.get("cas", ""), []
        found = None
        for key in [cas, name, *own] if cas or not smiles else []:
            try:
                found = search_chemical(key) if key else None
            except Exception:
                found = None
            if found:
                break
        if not smiles:
            if found is None:
                lost.append(name)
                continue
            smiles, cas = found.smiles, found.CASs
        mol = Chem.MolFromSmiles(smiles)
        if mol is None:
            lost.append(f"{name}: {smiles}")
            continue
        if found is not None and found.smiles:
            other = Chem.MolFromSmiles(found.smiles)
            if other is not None and Chem.MolToSmiles(other, isomericSmiles=False) == Chem.MolToSmiles(mol, isomericSmiles=False):
                more = [found.iupac_name, found.common_name, *(found.synonyms or [])]
        flat = Chem.MolToSmiles(mol, isomericSmiles=False)
        from rdkit.Chem.rdMolDescriptors import CalcMolFormula

        out.append(
            {"id": name, "formula": CalcMolFormula(mol), "phase": fixed.get("phase", ""), "soluble": "" if "phase" in fixed and fixed["phase"] != "s" else "no", "smiles": flat if "." not in flat else "", "parts": _organic_parts(flat), "cas": cas, "names": [name, *own], "misspelt": wrong, "library": more}
        )  # fmt: skip
    return out, lost


def _organic_parts(smiles: str) -> str:
    """Components of a structure: its fragments; crystal water and HCl as components of their own."""
    count: dict[str, int] = {}
    for fragment in smiles.split("."):
        if fragment == "Cl":
            for key in ("Cl-", "H+"):
                count[key] = count.get(key, 0) + 1
            continue
        key = {"O": "H2O", "BrBr": "Br2"}.get(fragment, fragment)
        count[key] = count.get(key, 0) + 1
    return " ".join(f"{k}={n}" for k, n in count.items())


def add_library_names(records: list[dict[str, Any]]) -> None:
    """Synonyms of the libraries for the organics, each read by an independent parser as the same structure.

    Names that the parser cannot read (trade names, registry numbers, slips of the library) are left out; a
    name stays with its first owner.
    """
    from py2opsin import py2opsin
    from rdkit import Chem, RDLogger

    RDLogger.DisableLog("rdApp.*")
    owner: dict[str, str] = {}
    for r in records:
        r["names"] = [n for n in r["names"] if n.lower() not in AMBIGUOUS or n.lower() in KEEP_AMBIGUOUS or n == r["id"]]
        for n in [*r["names"], *r["misspelt"]]:
            owner.setdefault(n.lower(), r["id"])
    wanted: list[tuple[dict[str, Any], str]] = []
    for r in records:
        r["names"] = [n for n in r["names"] if owner[n.lower()] == r["id"]]
        r["misspelt"] = [n for n in r["misspelt"] if owner[n.lower()] == r["id"]]
        for n in r.pop("library", None) or []:
            n = " ".join((n or "").split())
            key = n.lower()
            if (
                4 < len(n) <= 60
                and key not in owner
                and key not in AMBIGUOUS
                and not SHORT.match(key)
                and not REFUSED.search(n)
                and CHEMICAL.search(n)
            ):
                wanted.append((r, n))
    read = py2opsin([n for _, n in wanted], "SMILES")
    for (r, n), smiles in zip(wanted, read, strict=True):
        mol = Chem.MolFromSmiles(smiles) if smiles else None
        if mol is None or Chem.MolToSmiles(mol, isomericSmiles=False) != (r["smiles"] or None):
            continue
        if owner.setdefault(n.lower(), r["id"]) == r["id"] and len(r["names"]) < 20:
            r["names"].append(n)


ESTIMATES = ("RACKETT", "YEN", "YAMADA", "TOWNSEND", "HTCOSTALD", "COSTALD", "EOS", "SNM0", "MMSNM0", "CAMPBELL", "BHIRUD", "GOODMAN", "ROWLINSON", "DADGOSTAR", "BENSON", "JOBACK", "LASTOVKA", "LEE_KESLER", "AMBROSE", "SANJARI", "EDALAT", "BOILING_CRITICAL", "MORGAN", "SIVARAMAN", "CHEN", "LIU", "VETERE", "RIEDEL", "PITZER", "CLAPEYRON", "ALIBAKHSHI", "VELASCO")  # fmt: skip
"""Methods of the library that guess a value from the structure or from another one."""


def measured(prop: Any, T: float = 298.15) -> tuple[float, float, str] | None:
    """(value, relative spread, method) at `T` of the method nearest to the middle of those that rest on measurements; None where none does.

    Heats at 298 K alone (``..._298``) are not taken elsewhere. The library's own pick only settles a tie: it takes a guess from the structure where a table has one value at 298 K alone.
    """
    found = {}
    for m in sorted(prop.all_methods):
        if (
            m.startswith(ESTIMATES)
            or (T != 298.15 and m.endswith("_298"))
            or not any(prop.test_method_validity(t, m) for t in (T, T + 4.0, 298.15))
        ):
            continue
        try:
            value = prop.calculate(T, m)
        except ValueError:  # a table that gives one temperature twice
            continue
        if isinstance(value, float) and value > 0:
            found[m] = value
    if not found:
        return None
    middle, own = statistics.median(found.values()), prop.T_dependent_property(T) or 0.0
    pick = min(found, key=lambda m: (float(f"{abs(found[m] - middle):.6g}"), abs(found[m] - own), m))
    return found[pick], max(abs(v / found[pick] - 1.0) for v in found.values()), pick


def heat_capacity(prop: Any, T: float, record: dict[str, Any], mass: float, phase: str) -> tuple[float, float, str] | None:
    """As `measured`, for a heat capacity; a value that its atoms cannot have is a misprint or one of another phase, and is left out.

    Kopp's rule holds within a quarter for solids; what an organic liquid has less than four fifths of the rule's is too low.
    """
    organic = bool(record["smiles"])
    rule = estimated_heat_capacity(record["formula"], mass, phase, organic)[0]
    least, most = (0.78, 3.0) if organic and phase == "l" else (0.65, 1.4 if phase == "s" else 3.0)
    cp = measured(prop, T)
    guess = prop.calculate(T, "DADGOSTAR_SHAW") if phase == "l" and "DADGOSTAR_SHAW" in prop.all_methods else None
    if cp and (not least * rule < cp[0] < most * rule or (cp[1] == 0.0 and guess and cp[0] < 0.82 * guess)):
        print(
            f"left out, not with these atoms: heat capacity {cp[0]:.4g} J/(mol K) of {record['id']} ({phase}), rule {rule:.4g}",
            file=sys.stderr,
        )
        return None
    return cp


def evaporation(prop: Any, Tb: float, mass: float) -> tuple[float, float, str] | None:
    """(heat of vaporisation in J/mol, relative spread, source) at the boiling point; an estimate only within Trouton's band, and said to be one."""
    found = measured(prop, Tb)
    sound = found is not None and (75.0 < found[0] / Tb < 125.0 or mass < 75.0)  # small acids boil as pairs
    if found and sound:
        return found[0], max(0.03, found[1]), found[2]
    guess = prop.T_dependent_property(Tb)
    return (guess, 0.1, "estimate by corresponding states") if found is None and guess and 78.0 < guess / Tb < 125.0 else None


def agreeing(hf: dict[str, dict[str, float]], tb: float | None, organic: bool) -> dict[str, str | None]:
    """Phase: label of the table to be taken, or None for none, where the first choices of gas and condensed phase cannot both be right.

    An organic liquid takes about 0.105 kJ/(mol K) of its boiling point to vaporise at 25 °C (Trouton, and a fifth for the colder liquid),
    a solid 20 to 200 kJ/mol. A sign that was lost in one table shows so.
    """
    first = {"g": ("ATcT", "CRC", "WebBook"), "l": ("CRC", "ATcT", "WebBook"), "s": ("CRC", "ATcT", "WebBook")}
    low = "l" if "l" in hf else "s"
    if not organic or "g" not in hf or low not in hf or (low == "l" and tb is None):
        return {}
    wanted = 0.105 * tb if low == "l" and tb is not None else 110.0
    slack = max(25.0, 0.5 * wanted) if low == "l" else 90.0

    def off(g: str, x: str) -> float:
        return abs(hf["g"][g] - hf[low][x] - wanted)

    own = tuple(next(x for x in first[p] if x in hf[p]) for p in ("g", low))
    if off(*own) <= slack:
        return {}
    pairs = sorted(((g, x) for g in hf["g"] for x in hf[low]), key=lambda t: off(*t))
    if off(*pairs[0]) <= slack:
        return {"g": pairs[0][0], low: pairs[0][1]}
    return {p: None for p, x in zip(("g", low), own, strict=True) if x == "WebBook"}


def values_of(record: dict[str, Any]) -> list[tuple[Any, ...]]:
    """All values the libraries hold for one substance; a value that fails a check is left out."""
    import warnings

    warnings.filterwarnings("ignore")
    import chemicals
    from thermo import Chemical

    cas, rows = record["cas"], []
    if not cas:
        return rows

    def row(prop: str, phase: str, value: float, unit: str, t: Any, sigma: Any, source: str, others: str = "") -> None:
        sigma = f"{sigma:.3g}" if isinstance(sigma, float) else sigma
        rows.append((record["id"], prop, phase, f"{value:.5g}", unit, t, sigma, source, others))

    def methods(function: Any) -> list[str]:
        try:
            return list(function(cas))
        except Exception:
            return []

    hf: dict[str, dict[str, float]] = {}
    for phase, get, listing in (
        ("s", chemicals.Hfs, chemicals.reaction.Hfs_methods),
        ("l", chemicals.Hfl, chemicals.reaction.Hfl_methods),
        ("g", chemicals.Hfg, chemicals.Hfg_methods),
    ):
        for m in methods(listing):
            label = {"CRC": "CRC", "WEBBOOK": "WebBook", "ATCT_G": "ATcT", "ATCT_L": "ATcT"}.get(m)
            if label and (value := get(cas, method=m)) is not None:
                hf.setdefault(phase, {})[label] = value / 1e3
    tm = chemicals.Tm(cas)
    best = agreeing(hf, chemicals.Tb(cas) if methods(chemicals.Tb_methods) else None, bool(record["smiles"]))
    for phase, found in hf.items():
        if phase in best and best[phase] is None:
            continue
        first = ("ATcT", "CRC", "WebBook") if phase == "g" else ("CRC", "ATcT", "WebBook")
        label = best.get(phase) or next(x for x in first if x in found)
        if phase == "l" and tm and tm > 303 and "s" in hf and abs(found[label] - next(iter(hf["s"].values()))) < 5:
            continue  # a solid's value under "liquid"
        if phase == "s" and tm and tm < 293 and label == "WebBook":
            continue
        others = {k: v for k, v in found.items() if k != label}
        gap = max((abs(v - found[label]) for v in others.values()), default=None)
        base = 2.0 if label != "WebBook" else 8.0
        sigma = base if gap is None else min(max(1.0, gap), 60.0) if gap < 30 else 30.0
        if label == "WebBook" and gap is None:
            sigma = 15.0
        row(
            "Hf",
            phase,
            found[label],
            "kJ/mol",
            25,
            float(sigma),
            f"{label} via chemicals",
            "; ".join(f"{k} {v:.1f}" for k, v in sorted(others.items())),
        )
    for name, function, listing in (("Tb", chemicals.Tb, chemicals.Tb_methods), ("Tm", chemicals.Tm, chemicals.Tm_methods)):
        found = {m: function(cas, method=m) for m in methods(listing) if not m.startswith(("JOBACK", "NONE"))}
        found = {m: v for m, v in found.items() if v}
        if found:
            middle = sorted(found.values())[(len(found) - 1) // 2]
            m, value = min(found.items(), key=lambda t: round(abs(t[1] - middle), 1))  # the one in the middle; first listed of equals
            spread = max((abs(v - value) for v in found.values()), default=0.0)
            row(
                name,
                "",
                value - 273.15,
                "°C",
                "",
                float(min(max(0.5, spread), 30.0)),
                f"{m} via chemicals",
                "; ".join(f"{k} {v - 273.15:.1f}" for k, v in [x for x in found.items() if x[0] != m][:3]),
            )
            tm = value if name == "Tm" else tm
    tb = chemicals.Tb(cas) if methods(chemicals.Tb_methods) else None
    for name, function, listing, unit in (
        ("Tflash", chemicals.T_flash, chemicals.T_flash_methods, "°C"), ("Tauto", chemicals.T_autoignition, chemicals.T_autoignition_methods, "°C"),
        ("LFL", chemicals.LFL, chemicals.LFL_methods, "vol %"), ("UFL", chemicals.UFL, chemicals.UFL_methods, "vol %"),
    ):  # fmt: skip
        try:
            listed = listing(CASRN=cas) if name in ("LFL", "UFL") else listing(cas)
            found = {
                m: (function(CASRN=cas, method=m) if name in ("LFL", "UFL") else function(cas, method=m))
                for m in listed
                if not m.startswith(("SUZUKI", "CROWL", "Suzuki", "Crowl"))
            }
        except Exception:
            continue
        found = {m: v for m, v in found.items() if v}
        if not found:
            continue
        shown = {m: (v - 273.15 if unit == "°C" else v * 100) for m, v in found.items()}
        # one compilation gives calculated flash points, far off for alcohols: only where no measured one contradicts it
        found = {m: v for m, v in shown.items() if not m.startswith("Serat")}
        usable = found if found and name == "Tflash" else shown
        pick = min(usable, key=usable.get) if name in ("Tauto", "Tflash", "LFL") else max(usable, key=usable.get)
        sigma = max(abs(v - shown[pick]) for v in usable.values()) or {"°C": 3.0}.get(unit, 0.1 * shown[pick])
        if usable is shown and name == "Tflash":
            sigma = max(sigma, 20.0)
        row(
            name,
            "",
            shown[pick],
            unit,
            "",
            float(sigma),
            f"{pick} via chemicals, the unfavourable one",
            "; ".join(f"{k} {v:.3g}" for k, v in shown.items() if k != pick),
        )
    for name, function in (("limit_8h", chemicals.TWA), ("limit_short", chemicals.STEL), ("limit_ceiling", chemicals.Ceiling)):
        try:
            found = function(cas)
        except Exception:
            found = None
        if found and isinstance(found, tuple) and found[1] == "ppm":
            if name == "limit_8h" and record["phase"] == "s" and "insoluble" in record:
                continue
            row(name, "", float(found[0]), "ppm", "", "", "Ontario limits via chemicals")
    try:
        c = Chemical(cas, T=298.15)
    except Exception:  # the library does not know this number: what stands above is all there is
        return rows
    molten = (
        tm is None or tm < 313
    )  # what is molten in a warm hand is measured as a liquid: its values are those just above the melting point
    T = max(298.15, tm + 0.5) if tm and molten else 298.15
    at = round(T - 273.15)
    solution = record["id"] in SOLUTIONS

    def add(name: str, phase: str, got: tuple[float, float, str] | None, unit: str, least: float, T_C: int = 25) -> None:
        if got:
            value = c.MW / got[0] / 1e6 if name == "density" else got[0]  # g/mL of a molar volume in m³/mol
            row(name, phase, value, unit, T_C, max(least, got[1]) * value, f"{got[2]} via thermo")

    try:
        if molten and not solution:
            add("density", "l", measured(c.VolumeLiquid, T), "g/mL", 0.01, at)
        add("density", "s", measured(c.VolumeSolid), "g/mL", 0.02)
        if molten and not solution and (tb is None or tb > 273):
            add("cp", "l", heat_capacity(c.HeatCapacityLiquid, T, record, c.MW, "l"), "J/(mol K)", 0.03, at)
        add("cp", "s", heat_capacity(c.HeatCapacitySolid, 298.15, record, c.MW, "s"), "J/(mol K)", 0.05)
        if molten and c.Tb and (boil := evaporation(c.EnthalpyVaporization, c.Tb, c.MW)):
            row("Hvap", "l", boil[0] / 1e3, "kJ/mol", "", boil[1] * boil[0] / 1e3, f"{boil[2]} via thermo at the boiling point")
        if molten and tb and 0.9 < (c.VaporPressure(tb) or 0) / 101325 < 1.1:
            vp = measured(c.VaporPressure)
            if vp is None and c.Psat:
                vp = (c.Psat, 0.25, "estimate by corresponding states")
            if vp:
                row(
                    "Psat",
                    "l",
                    vp[0] / 1e3,
                    "kPa",
                    25,
                    max(0.05, vp[1]) * vp[0] / 1e3,
                    f"{vp[2]} via thermo, 1 atm at the boiling point within 10 %",
                )
    except Exception as exc:  # an odd correlation must not lose the rest
        print(record["id"], exc, file=sys.stderr)
    return rows


def roots(records: list[dict[str, Any]], rows: list[tuple[Any, ...]]) -> list[tuple[str, ...]]:
    """Rows of roots.csv: formation enthalpy of every component in the state it has in the ledger."""
    import chemicals

    ions = Path(chemicals.__file__).parent / "Electrolytes" / "CRC Thermodynamic Properties of Aqueous Ions.tsv"
    crc = {r["Formula"]: r["Hf(aq)"] for r in csv.DictReader(ions.open(encoding="utf-8"), delimiter="\t")}
    of = {(r["parts"], x[2]): x for r in records for x in rows if x[0] == r["id"] and x[1] == "Hf"}
    out = []
    for line in lines("roots.txt"):
        key, formula, name, state, value, *source = (x.strip() for x in line.split("|"))
        origin, spread = (*source, "", "")[:2]
        if value == "CRC":
            value, origin = f"{float(crc[key]) / 1e3:g}", "CRC via chemicals"
        elif value == "?":
            found = of.get((f"{key}=1", state))
            value, origin = (found[3], found[7]) if found else ("", "")
            if not found:
                print(f"no formation enthalpy of {key} ({state})", file=sys.stderr)
        elif value == "-":
            value = ""
        out.append((key, formula, name, state, value, spread or ("5" if "memory" in origin else "1"), origin))
    return out


def exposure() -> list[tuple[Any, ...]]:
    """Rows of exposure.txt: values from memory of the agencies' lists, each with whose it is."""
    out: list[tuple[Any, ...]] = []
    for line in lines("exposure.txt"):
        key, idlh, eight, short, ceiling, whose, solubility, henry = (x.strip() for x in line.split("|"))
        if idlh:
            out.append((key, "IDLH", "", idlh, "ppm", "", "0", "NIOSH, memory", ""))
        for name, value in (("limit_8h", eight), ("limit_short", short), ("limit_ceiling", ceiling)):
            if value:
                out.append((key, name, "", value, "ppm", "", "", f"{whose}, memory", ""))
        if solubility:
            out.append(
                (key, "solubility", "", solubility, "g/100 g water", 20, f"{0.05 * float(solubility):.2g}", "memory: handbook tables", "")
            )
        if henry:
            out.append((key, "Henry", "", henry, "mol/(L bar)", 25, f"{0.15 * float(henry):.2g}", "Sander's compilation, memory", ""))
    return list(dict.fromkeys(out))


def densities() -> list[tuple[Any, ...]]:
    """Rows of densities.txt: liquids that no library here has the density of, from memory."""
    found = [[x.strip() for x in line.split("|")] for line in lines("densities.txt")]
    return [(key, "density", "l", value, "g/mL", 20, spread, "memory: CRC Handbook, suppliers' lists", "") for key, value, spread in found]


def salt_solutions(records: list[dict[str, Any]]) -> list[tuple[Any, ...]]:
    """Density and heat capacity of salt solutions by Laliberte's equations, within their stated ranges only."""
    import thermo.electrochem as ec

    table = ec.Laliberte_data
    own = {line.split(",")[0] for line in (DATA / "solutions.csv").read_text("utf-8").splitlines()}
    out = []
    for r in records:
        if r["cas"] not in table.index or r["id"] in own or r["phase"] == "g":
            continue
        row = table.loc[r["cas"]]
        top = min(float(row["Max w"]), 0.6)
        reach = float(row["Max w.2"]) if row["Max w.2"] == row["Max w.2"] else 0.0
        if not top > 0.02:
            continue
        for w in [0.001, 0.05, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.6]:
            if w > top:
                break
            rho = ec.Laliberte_density(293.15, [w], [r["cas"]])
            cp = ec.Laliberte_heat_capacity(298.15, [min(w, reach)], [r["cas"]]) if reach > 0 else 4180.0 * (1 - 0.9 * w)
            how = (
                "Laliberte 2009 via thermo"
                if reach >= w
                else "Laliberte 2009 via thermo, clamped at its range"
                if reach
                else "water less 0.9 per mass fraction, common practice"
            )
            out.append((r["id"], f"{w * 100:.3g}", f"{rho / 1e3:.4f}", f"{cp / 1e3:.3f}", "Laliberte 2009 via thermo", how))
    return out


SUBLIME = {"aluminium chloride", "phosphorus pentachloride", "ammonium bromide", "carbon dioxide", "dry ice", "acetylene"}
"""Melt only under pressure: the melting point lies above the temperature at which they leave."""


def consistent(rows: list[list[Any]]) -> list[list[Any]]:
    """Without what contradicts itself within one substance: a value less is better than a wrong one.

    A melting point above the boiling point takes both away, a short-term limit below the 8 h one takes the 8 h one,
    a gas below its liquid in enthalpy takes the gas, one below its solid takes both.
    """
    held = {(r[0], r[1], r[2]): float(r[3]) for r in rows}
    bad: set[tuple[str, str, str]] = set()
    for name in {r[0] for r in rows}:
        get = lambda prop, phase="", name=name: held.get((name, prop, phase))  # noqa: E731
        if get("Tm") is not None and get("Tb") is not None and get("Tm") > get("Tb") and name not in SUBLIME:
            bad |= {(name, "Tm", ""), (name, "Tb", "")}
        if get("limit_8h") is not None and get("limit_short") is not None and get("limit_short") < get("limit_8h"):
            bad.add((name, "limit_8h", ""))
        if get("Hf", "l") is not None and get("Hf", "g") is not None and get("Hf", "g") < get("Hf", "l"):
            bad.add((name, "Hf", "g"))
        if get("Hf", "s") is not None and get("Hf", "g") is not None and get("Hf", "g") < get("Hf", "s"):
            bad |= {(name, "Hf", "s"), (name, "Hf", "g")}
    for key in sorted(bad):
        print(f"left out, contradicts itself: {key}", file=sys.stderr)
    return [r for r in rows if (r[0], r[1], r[2]) not in bad]


MELTS_C = 30.0
"""A liquid by its list has no melting point over this: the table's is another substance's."""


def main(out: Path) -> int:
    """Write the files into `out`; print how much of what is known."""
    records, lost = organic()
    records = [*inorganic(), *records]
    add_library_names(records)
    with ProcessPoolExecutor(2) as pool:
        rows = [x for many in pool.map(values_of, records, chunksize=8) for x in many]
    liquids = {r["id"] for r in records if r["phase"] == "l" and r["smiles"]}  # by the list of organic substances
    rows = [x for x in rows if not (x[1] == "Tm" and x[0] in liquids and float(x[3]) > MELTS_C)]
    rows = [
        x for x in rows if PROPERTIES[x[1]][1] <= float(x[3]) <= PROPERTIES[x[1]][2]
    ]  # supercritical "vapour pressures" and slips of the tables
    own = [*exposure(), *densities()]
    listed = {x[:3] for x in own}
    others = {x[:3]: f"{x[7].split(' via')[0]} {x[3]}" for x in rows if x[:3] in listed}
    rows = [x for x in rows if x[:3] not in listed] + [(*x[:8], others.get(x[:3], "")) for x in own]
    rows = [(*x[:7], said(x[7]), others_said(x[8])) for x in rows]
    tm = {x[0]: float(x[3]) for x in rows if x[1] == "Tm"}
    tb = {x[0]: float(x[3]) for x in rows if x[1] == "Tb"}
    for r in records:
        if not r["phase"]:
            r["phase"] = "s" if tm.get(r["id"], -50 if len(r["smiles"]) < 14 else 50) > 22 else "g" if tb.get(r["id"], 100) < 15 else "l"
            if r["phase"] != "s":
                r["soluble"] = ""
    with (out / "identity.csv").open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(IDENTITY_FIELDS)
        for r in records:
            writer.writerow(
                [
                    r["id"],
                    r["formula"],
                    r["phase"],
                    r["soluble"],
                    r["smiles"],
                    r["parts"],
                    r["cas"],
                    "|".join(dict.fromkeys(r["names"])),
                    "|".join(r["misspelt"]),
                ]
            )
    rows = consistent(rows)
    with (out / "values.csv").open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(VALUE_FIELDS)
        writer.writerows(rows)
    with (out / "solutions_salts.csv").open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(("substance", "percent", "density_g_mL", "cp_J_gK", "density_source", "cp_source"))
        writer.writerows(salt_solutions(records))
    with (out.parent / "chemistry" / "roots.csv").open("w", newline="", encoding="utf-8") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(("id", "formula", "name", "state", "Hf", "uncertainty", "source"))
        writer.writerows(roots(records, rows))
    seen: dict[str, int] = {}
    for x in rows:
        seen[x[1]] = seen.get(x[1], 0) + 1
    names = sum(len(r["names"]) + len(r["misspelt"]) for r in records)
    print(f"{len(records)} substances, {names} names, {len(rows)} values {seen}; not found: {lost}", file=sys.stderr)
    return 0


if __name__ == "__main__":
    sys.exit(main(Path(sys.argv[1]) if len(sys.argv) > 1 else DATA))
