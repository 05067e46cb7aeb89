"""What is left over when the reaction is done, what destroys it, and what becomes of it (handbook 2.8, 3.3)."""

from northsquall.quenching.leftovers import Leftover, leftovers

__all__ = ["Leftover", "leftovers"]
