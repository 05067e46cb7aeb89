"""Reaction enthalpies by route, and the physical heats that procedures forget."""
