"""Who is who on the shelf, with values by phase and their sources."""

from northsquall.substances.catalogue import Catalogue, Substance, Value, catalogue

__all__ = ["Catalogue", "Substance", "Value", "catalogue"]
