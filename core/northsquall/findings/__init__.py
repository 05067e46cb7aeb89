"""The rules a review must raise (handbook 4), and the verdict. Importing the modules registers the rules."""

from northsquall.findings import chemistry, gas, heat, procedure, quench, surroundings, waste, words
from northsquall.findings.base import Context, raise_all
from northsquall.findings.verdict import verdict_of

__all__ = ["Context", "chemistry", "gas", "heat", "procedure", "quench", "raise_all", "surroundings", "verdict_of", "waste", "words"]
