"""Formulas, families, and the contents ledger: what can react in which vessel at which step."""
