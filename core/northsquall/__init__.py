"""Northsquall's computation: a procedure goes through `assess` and comes out as an assessment."""

CORE_VERSION = "0.1.0"
