"""What governs; assumptions and sources; the document of work that is referred out."""

from __future__ import annotations

from typing import Any

from northsquall import CORE_VERSION, data
from northsquall.assessment import (
    Anchor,
    Assessment,
    Exotherm,
    Governs,
    Heat,
    MaterialLine,
    ReactionLine,
    Schedule,
    Strip,
    UnreadItem,
    Yield,
)
from northsquall.findings.base import Context, finding
from northsquall.findings.referral import Referral
from northsquall.procedure import Procedure
from northsquall.substances import Catalogue
from northsquall.working import Figure, figure, not_established, range_text


def governs(c: Context, x: Exotherm) -> list[Governs]:
    """The figures that decide, in order of what can hurt first."""
    out: list[Governs] = []
    reacts = c.enthalpy is not None
    if not reacts and not c.pot:
        return out
    limit = f"limit {x.limit_C:.0f} °C" if x.limit_C is not None else "no limit is written"
    if not x.peak_T_C.established:
        limit = x.peak_T_C.reason or limit
    over = x.peak_T_C.high is not None and x.limit_C is not None and x.peak_T_C.high > x.limit_C + 0.5
    where = f", step {x.peak_step}" if x.peak_step else ""
    out.append(
        Governs(
            key="peak",
            label=f"Peak pot temperature{where}",
            value=x.peak_T_C,
            against=limit,
            over=over,
            colour="heat" if x.peak_T_C.established else "open",
        )
    )
    if x.peak_heat_W.established and x.removable_W.established:
        out.append(
            Governs(
                key="heat",
                label="Heat made at the peak",
                value=x.peak_heat_W,
                against=f"the bath takes {_text(x.removable_W)} at the limit",
                over=(x.peak_heat_W.best or 0) > (x.removable_W.best or 0),
                colour="heat",
            )
        )
    how = "TD24 {:.0f} °C, measured" if c.bound is not None and c.bound.measured else "bound {:.0f} °C by class"
    against = how.format(x.TD24_bound_C) if x.TD24_bound_C is not None else "no energetic group"
    out.append(
        Governs(
            key="mtsr",
            label="MTSR, if cooling stops at the worst moment",
            value=x.MTSR_C,
            against=against,
            over=x.MTSR_C.high is not None and x.TD24_bound_C is not None and x.MTSR_C.high >= x.TD24_bound_C,
            colour="heat" if x.MTSR_C.established else "open",
        )
    )
    if c.td24_applies:
        out.append(Governs(key="td24", label="TD24 of the mixture", value=x.TD24_C, against=against, over=False, colour="open"))
    if c.pot and c.pot.bath is not None and c.pot.bath.kind in ("ice", "ice-salt") and x.ice_needed_g.established:
        offered = f"{x.ice_offered_g:.0f} g in the bath" if x.ice_offered_g else "ice in the bath not written"
        out.append(
            Governs(
                key="ice",
                label="Ice that the batch melts",
                value=x.ice_needed_g,
                against=offered,
                over=bool(x.ice_offered_g and x.ice_needed_g.high and x.ice_needed_g.high > x.ice_offered_g),
                colour="cool",
            )
        )
    for n, (low, best, high) in c.quench_end.items():
        out.append(
            Governs(
                key="quench",
                label=f"End of the quench, step {n}",
                value=figure(
                    best, "°C", low=low, high=high, expression="balance of dilution heat, batch and ice over 0 °C", sources=["handbook 2.8"]
                ),
                against="25 °C, or as written",
                over=high > 25.5,
                colour="cool",
            )
        )
    return out[:6]


def _text(f: Figure) -> str:
    return f"{f.best:.0f} {f.unit} ({range_text(f.low or 0.0, f.high or 0.0)})" if f.best is not None else "not established"


def assumptions(c: Context) -> list[dict[str, Any]]:
    """Every default that was used, and who may replace it."""
    out = [
        {"path": f"assumptions.{a.key}", "low": a.value[0], "value": a.value[1], "high": a.value[2], "why": a.why, "by": a.by}
        for a in c.settings.used.values()
    ]
    if c.enthalpy is not None and c.pot is not None:
        rate = c.pot.kinetics
        k = c.settings.overrides.get("rate_k")
        numbers = rate is not None and rate.how == "second order"
        if rate is not None:
            out.append(
                {
                    "path": "assumptions.rate_k" if numbers else "",
                    "low": rate.k_ref * rate.factors[0] if numbers else None,
                    "value": (k or rate.k_ref) if numbers else None,
                    "high": rate.k_ref * rate.factors[1] if numbers else None,
                    "why": rate.note,
                    "by": "reviewer" if k else "default",
                }
            )
    out += [
        {"path": "", "low": None, "value": None, "high": None, "why": f"{x.label}: {a}", "by": "default"}
        for x in c.lots.values()
        for a in x.assumptions
    ]
    out += [
        {
            "path": "",
            "low": None,
            "value": None,
            "high": None,
            "why": f"{c.lots[k].label}: {part:.0%} of what is written goes in, what it takes until that is seen and a tenth more",
            "by": "default",
        }
        for k, part in c.walk.parts.items()
    ]
    out += [{"path": "", "low": None, "value": None, "high": None, "why": n, "by": "default"} for n in (c.pot.notes if c.pot else [])]
    return out


def citations(lines: list[ReactionLine]) -> list[str]:
    """Sources that this run used."""
    fixed = [
        "E. Hairer, G. Wanner, Solving Ordinary Differential Equations II, 2nd ed. (1996)",
        "F. Stoessel, Thermal Safety of Chemical Processes (criticality classes)",
    ]
    return sorted({s for r in lines for s in r.sources}) + fixed


def referred(procedure: Procedure, cat: Catalogue, r: Referral, caution: str) -> Assessment:
    """Outside what this review can decide: one stop, no figure, no remedy."""
    none = lambda unit: not_established(unit, "referred out")  # noqa: E731
    f = finding(
        "P14",
        "stop",
        f"Outside what this review can decide ({r.what}); refer to {r.to}.",
        span=r.span,
        source="handbook 1, scope",
        short="referred out",
    )
    lines = [
        MaterialLine(
            line=i,
            id=m.id,
            text=procedure.flowing[m.span[0] : m.span[1]],
            name=m.name,
            formula=None,
            cas=None,
            phase=None,
            mass_g=None,
            volume_mL=None,
            mol=none("mol"),
            equivalents=None,
            role=None,
            limiting=False,
            step=None,
            vessel=None,
            assumptions=[],
            anchor=Anchor(start=m.span[0], end=m.span[1]),
        )
        for i, m in enumerate(procedure.materials, 1)
    ]
    return Assessment(
        versions={"core": CORE_VERSION, "catalogue": data.version()}, title=procedure.title, materials=lines,
        unread=[UnreadItem(text=u.text, start=u.span[0], end=u.span[1], why=u.why) for u in procedure.unread], steps=[], reactions=[],
        heat=Heat(total_kJ=none("kJ"), adiabatic_rise_K=none("K"), kJ_per_kg=none("kJ/kg"), severity="not established"),
        exotherm=Exotherm(vessel=None, process_T_C=None, limit_C=None, peak_T_C=none("°C"), peak_at_min=None, peak_step=None, peak_heat_W=none("W"), removable_W=none("W"), accumulation_max=none("1"), MTSR_C=none("°C"), MTSR_at_min=None, MTT_C=none("°C"), TD24_C=none("°C"), TMRad_h=none("h"), TD24_bound_C=None, criticality_class=None, criticality_bracket=None, min_addition_min=none("min"), ice_needed_g=none("g"), ice_offered_g=None, ice_gone_min=None),
        gases=[], vessels=[], quench=[], schedule=Schedule(total_min=none("min"), attended_min=none("min"), refills=[], rests=[], alone=[], latest_start=None),
        yield_=Yield(product=None, theoretical_g=None, reported_g=None, percent=None), findings=[f], verdict="not acceptable", decides=["P14 referred out"], not_established=["everything: referred out"], questions=[], governs=[], remedies=[], strip=Strip(missing="referred out"), marks=[], edits=[e.model_dump() for e in procedure.edits], assumptions=[], referred=f.message, caution=caution, citations=[],
    )  # fmt: skip
