"""Calorimetry: curves from files, what they say, and how that replaces a bound or a default (handbook 2.5)."""

from northsquall.calorimetry.curves import CurveError, curve_of
from northsquall.calorimetry.evaluate import Evaluated, evaluate

__all__ = ["CurveError", "Evaluated", "curve_of", "evaluate"]
