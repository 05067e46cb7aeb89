"""The units that authors write, and nothing else: a small table, checked against pint in the tests."""

from __future__ import annotations

MOLAR_L = 24.465
"""L/mol of an ideal gas at 25 °C and 1 atm (handbook 5)."""
UNITS: dict[str, tuple[str, float]] = {
    # written form (lower case unless case matters): (dimension, factor to g, mL, mol, s, K, cm)
    "g": ("mass", 1.0),
    "kg": ("mass", 1e3),
    "mg": ("mass", 1e-3),
    "µg": ("mass", 1e-6),
    "ug": ("mass", 1e-6),
    "oz": ("mass", 28.349523125),
    "lb": ("mass", 453.59237),
    "ml": ("volume", 1.0),
    "l": ("volume", 1e3),
    "dl": ("volume", 100.0),
    "cl": ("volume", 10.0),
    "µl": ("volume", 1e-3),
    "drop": ("volume", 0.05),
    "fl oz": ("volume", 29.5735295625),
    "pint": ("volume", 473.176473),
    "quart": ("volume", 946.352946),
    "gallon": ("volume", 3785.411784),
    "cup": ("volume", 236.5882365),
    "ul": ("volume", 1e-3),
    "mol": ("moles", 1.0),
    "mmol": ("moles", 1e-3),
    "kmol": ("moles", 1e3),
    "s": ("time", 1.0),
    "min": ("time", 60.0),
    "h": ("time", 3600.0),
    "d": ("time", 86400.0),
    "°c": ("temperature", 1.0),
    "°f": ("temperature", 5 / 9),
    "k": ("kelvin", 1.0),
    "mm": ("length", 0.1),
    "cm": ("length", 1.0),
    "%": ("percent", 1.0),
    "m": ("molar", 1.0),
    "n": ("normal", 1.0),
    "equiv": ("equivalents", 1.0),
    "ml/min": ("volume rate", 1.0 / 60.0),
}

SPELLINGS: dict[str, str] = {
    "gram": "g", "grams": "g", "gramme": "g", "grammes": "g", "gm": "g", "gms": "g", "gr": "g",
    "kilo": "kg", "kilos": "kg", "kilogram": "kg", "kilograms": "kg", "kgs": "kg",
    "milligram": "mg", "milligrams": "mg", "ounce": "oz", "ounces": "oz", "pound": "lb", "pounds": "lb",
    "mls": "ml", "mil": "ml", "mils": "ml", "millilitre": "ml", "millilitres": "ml", "milliliter": "ml",
    "milliliters": "ml", "cc": "ml", "c.c": "ml", "ccm": "ml", "cm3": "ml", "cm³": "ml", "cubic centimetres": "ml",
    "litre": "l", "litres": "l", "liter": "l", "liters": "l", "dm3": "l", "dm³": "l",
    "mole": "mol", "moles": "mol", "mols": "mol", "millimole": "mmol", "millimoles": "mmol", "mmoles": "mmol",
    "drops": "drop", "fluid ounces": "fl oz", "fluid ounce": "fl oz", "pints": "pint", "quarts": "quart", "gallons": "gallon", "gal": "gallon", "cups": "cup",
    "sec": "s", "secs": "s", "second": "s", "seconds": "s",
    "mins": "min", "minute": "min", "minutes": "min", "minuten": "min",
    "hr": "h", "hrs": "h", "hour": "h", "hours": "h", "day": "d", "days": "d",
    "c": "°c", "celsius": "°c", "degrees": "°c", "degree": "°c", "deg": "°c", "deg c": "°c", "°": "°c",
    "degrees c": "°c", "degrees celsius": "°c", "ºc": "°c", "℃": "°c", "f": "°f", "°f": "°f", "degrees f": "°f",
    "kelvin": "k", "percent": "%", "per cent": "%", "pct": "%", "equivalent": "equiv", "equivalents": "equiv",
    "eq": "equiv", "millimetre": "mm", "millimetres": "mm", "centimetre": "cm", "centimetres": "cm",
    "ml per min": "ml/min", "ml per minute": "ml/min", "ml / min": "ml/min",
}  # fmt: skip


def _written(dim: str, *left_out: str) -> str:
    """A pattern of every way to write a unit of a dimension, the longest first."""
    words = [w for w, u in [*SPELLINGS.items(), *((u, u) for u in UNITS)] if UNITS[u][0] == dim and w not in left_out]
    return "(?:" + "|".join(sorted((w.replace(".", r"\.") for w in words), key=len, reverse=True)) + ")"


WRITTEN_MASS, WRITTEN_VOLUME = _written("mass"), _written("volume", "drop", "drops")
"""For patterns that ignore case: "g", "grams", "mg"; "mL", "cc", "litres"."""
WRITTEN_TIME = _written("time")


class UnitError(ValueError):
    """A unit that is not known, or not of the wanted kind; the message says both."""


def canonical(written: str) -> str:
    """The table's key for a unit as written. Raises UnitError if it is unknown.

    Capital M and N are molar and normal; everything else ignores case.
    """
    text = written.strip()
    low = text.lower().rstrip(".")
    if text in ("M", "N"):
        return text.lower()
    if text.lower() == "molar":
        return "m"
    low = SPELLINGS.get(low, low)
    if low in ("m", "n") or low not in UNITS:
        raise UnitError(f"“{written}” is not a unit this tool knows")
    return low


def dimension(unit: str) -> str:
    """Dimension of a unit as the document writes it. Raises UnitError if it is unknown."""
    return UNITS[unit if unit in UNITS else canonical(unit)][0]


def convert(value: float, unit: str, wanted: str) -> float:
    """`value` in the base of the dimension `wanted` (g, mL, mol, s, °C, cm). Raises UnitError."""
    unit = unit if unit in UNITS else canonical(unit)
    kind, factor = UNITS[unit]
    if kind == "kelvin" and wanted == "temperature":
        return value - 273.15
    if kind != wanted:
        raise UnitError(f"{value:g} {unit} is {kind}, where {wanted} was expected")
    if unit == "°f":
        return (value - 32.0) * factor
    return value * factor
