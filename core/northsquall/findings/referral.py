"""P14: referral by product and purpose, before anything is computed (handbook 1, scope)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from northsquall import data
from northsquall.chemistry.families import count_matches
from northsquall.findings.sentences import sentence_start
from northsquall.procedure import Procedure
from northsquall.substances import Catalogue


@dataclass(frozen=True)
class Referral:
    """Why, to whom, and the words."""

    id: str
    to: str
    what: str
    span: tuple[int, int] | None


def referral_of(procedure: Procedure, catalogue: Catalogue) -> Referral | None:
    """The first ground for referral, or None. Names in the text; structures of the product and charges."""
    record = data.toml("review/referrals.toml")
    text = procedure.flowing
    low = text.lower()
    caution = record["caution"]["words"]
    for r in record["referral"]:
        for word in r["words"]:
            if word not in low:
                continue
            for m in re.finditer(rf"(?<![\w-]){re.escape(word)}(?![\w-])", low):
                start = sentence_start(low, m.start(), ".\n")
                before = low[start : m.start()]
                if any(w in f" {before}" for w in caution) or re.match(
                    r"\s*(limit|shield|range|screen|proof)", low[m.end() : m.end() + 12]
                ):
                    continue
                return Referral(r["id"], r["to"], word, (m.start(), m.end()))
        for s in r.get("structure", []):
            product = procedure.results.product_smiles
            named = [(product, procedure.results.product_span)] if product else []
            for m_ in procedure.materials:
                sub = catalogue.substances.get(m_.identity or "")
                if sub and sub.smiles:
                    named.append((sub.smiles, m_.span))
            for smiles, span in named:
                if smiles and count_matches(smiles, s["smarts"]) >= s["count"]:
                    return Referral(r["id"], r["to"], s["what"], span)
    return None
