"""Prose and tables to a procedure document, with a place in the text for everything read."""

from northsquall.reading.reader import ReadError, read

__all__ = ["ReadError", "read"]
