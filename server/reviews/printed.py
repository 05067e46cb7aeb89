"""The decision and the bench card as tagged PDF."""

from __future__ import annotations

import base64
from functools import cache
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from northsquall.quenching.dump import TOO_MUCH_ML
from northsquall.working import figure_words
from procedures.models import Revision
from reviews.actions import key_of
from reviews.models import Decision


def figure_text(f: dict[str, Any]) -> str:
    """ "12 °C (10–15)" or "not established"."""
    if not f["established"]:
        return "not established"
    return figure_words(f["best"], f["low"], f["high"], f["unit"])


def _decision_of(revision: Revision) -> Decision | None:
    return Decision.objects.filter(revision=revision).order_by("-signature__at", "-changed").first()


def strip_svg(a: dict[str, Any], width: int = 640, height: int = 150) -> str:
    """Temperature over time as an SVG data URI (an img with alt text: inline SVG gets none in PDF/UA)."""
    s = a["strip"]
    if not s["t_min"]:
        return ""
    t, pot, bath = s["t_min"], s["pot_C"], s["bath_C"]
    top = max([*pot, *s["pot_high_C"], *[x["C"] for x in s["limits"]]]) + 3
    low = min([*bath, *pot, 0]) - 2
    left, right, base = 40, width - 8, height - 22

    def x(v: float) -> float:
        return left + (v - t[0]) / (t[-1] - t[0]) * (right - left)

    def y(v: float) -> float:
        return base - (v - low) / (top - low) * (base - 8)

    def path(values: list[float]) -> str:
        return "M" + "L".join(f"{x(a):.1f} {y(b):.1f}" for a, b in zip(t, values, strict=True))

    band = (
        path(s["pot_high_C"])
        + "L"
        + "L".join(f"{x(a):.1f} {y(b):.1f}" for a, b in reversed(list(zip(t, s["pot_low_C"], strict=True))))
        + "Z"
    )
    limits = "".join(
        f'<line x1="{x(q["from"]):.1f}" x2="{x(q["to"]):.1f}" y1="{y(q["C"]):.1f}" y2="{y(q["C"]):.1f}" stroke="#1B2530" stroke-width="1.5"/>'
        for q in s["limits"]
    )
    ticks = "".join(
        f'<text x="{left - 6}" y="{y(v) + 4:.1f}" text-anchor="end">{v:g}</text>'
        for v in range(int(low // 10 * 10), int(top) + 1, 20 if top - low > 60 else 10)
        if low <= v <= top
    )
    times = "".join(
        f'<text x="{x(v):.1f}" y="{height - 6}" text-anchor="middle">{v:.0f}</text>'
        for v in [t[0] + (t[-1] - t[0]) * i / 4 for i in range(5)]
    )
    svg = (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" font-family="Sofia Sans Semi Condensed Variable, sans-serif" font-size="11" fill="#1B2530">'
        f'<path d="{band}" fill="#F3DDD2"/><path d="{path(bath)}" fill="none" stroke="#0B6370" stroke-width="1.5"/>'
        f'<path d="{path(pot)}" fill="none" stroke="#A63D14" stroke-width="2"/>{limits}{ticks}{times}'
        f'<line x1="{left}" x2="{right}" y1="{base}" y2="{base}" stroke="#5B6672"/></svg>'
    )
    return "data:image/svg+xml;base64," + base64.b64encode(svg.encode()).decode()


@cache
def _fonts() -> str:
    base = settings.ROOT / "web" / "node_modules" / "@fontsource-variable"
    out = []
    for family, package, name in (
        ("Literata Variable", "literata", "literata"),
        ("Sofia Sans Semi Condensed Variable", "sofia-sans-semi-condensed", "sofia-sans-semi-condensed"),
    ):
        for subset in ("latin", "greek", "latin-ext"):
            path = base / package / "files" / f"{name}-{subset}-wght-normal.woff2"
            if path.exists():
                ranges = {"latin": "U+0000-00FF, U+2000-206F, U+20AC, U+2212", "greek": "U+0370-03FF", "latin-ext": "U+0100-02BA"}[subset]
                out.append(f"@font-face {{ font-family: '{family}'; src: url('file://{path}') format('woff2'); unicode-range: {ranges}; }}")
    return "\n".join(out)


def _context(revision: Revision) -> dict[str, Any]:
    a = revision.assessment
    decision = _decision_of(revision)
    findings = []
    for i, f in enumerate(a["findings"]):
        reason = decision.dismissed.get(key_of(i, f)) if decision else None
        figure = f["figure"]  # a bare number has its unit in the sentence alone, and is not printed
        shown = figure_text(figure) if isinstance(figure, dict) else figure if isinstance(figure, str) else ""
        findings.append({**f, "shown": shown, "dismissed": reason})
    return {
        "a": a, "revision": revision, "procedure": revision.procedure, "decision": decision, "signature": getattr(decision, "signature", None),
        "findings": findings, "governs": [{**g, "shown": figure_text(g["value"])} for g in a["governs"]], "strip": strip_svg(a), "fonts": _fonts(),
        "materials": [{**m, "shown": figure_text(m["mol"])} for m in a["materials"]], "steps": _merged(a["steps"]), "laboratory": _laboratory(),
        "reactions": [{**r, "dh": figure_text(r["dH_kJ_per_mol"]), "q": figure_text(r["heat_kJ"])} for r in a["reactions"]],
        "total": figure_text(a["heat"]["total_kJ"]), "rise": figure_text(a["heat"]["adiabatic_rise_K"]), "time": figure_text(a["schedule"]["attended_min"]),
        "limits": [s for s in a["steps"] if s["limit_C"] is not None or s["T_C"]], "remedies": a["remedies"], "if_passed": if_passed(a),
    }  # fmt: skip


def if_passed(a: dict[str, Any]) -> list[str]:
    """What the bench card says to do when a limit is passed: by what is added, what the batch bears and what its dump takes; nothing that is not established."""
    dosed = any(s["kind"] in ("dose", "add") for s in a["steps"])
    dump = a["dump"]
    wet = dump is not None and dump.get("acted_on")
    solvent = dump.get("solvent_mL") if dump is not None else None
    out = [
        "Stop the addition; keep stirring; keep what cools it. Go on when the pot is back below the limit."
        if dosed
        else "Take the heat away; keep stirring. Go on when it is back below the limit.",
        "Put neither ice nor water into the pot" + (f": water acts on {wet}." if wet else "."),
    ]
    if dosed:
        out.append(
            "If the stirrer stands still, stop the addition at once: what was added lies unreacted. Do not start the stirrer on it again."
        )
    if a["gases"]:
        out.append(
            f"If the absorber or the hood fails, or gas is smelt ({', '.join(g['formula'] for g in a['gases'])}): stop what makes it, sash down, leave, tell the others."
        )
    goes_on = "If the pot goes on rising"
    if dump is None or (dump["ice_g"] is None and solvent is None):
        out.append(f"{goes_on}: bath or heater down, sash down, step back. What would hold the batch is not established; no dump is given.")
    elif solvent is not None and solvent > TOO_MUCH_ML:
        out.append(f"{goes_on}: sash down, step back. No dump holds this batch.")
    elif solvent is not None:
        out.append(
            f"{goes_on}: cold dry solvent that the batch leaves alone ({figure_volume(solvent)}) if it stands ready, sash down, step back."
        )
    else:
        out.append(
            f"{goes_on}: run the batch on to the ice that stands ready ({round(max(dump['ice_g'], 100.0), -1):.0f} g or more, in {figure_volume(dump['container_mL'])}), and step back."
        )
    return out


def figure_volume(mL: float) -> str:
    """A volume in mL or L, to two figures."""
    return f"{round(mL, -1) if mL >= 100.0 else mL:.0f} mL" if mL < 995.0 else f"{mL / 1e3:.2g} L"


def _merged(steps: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Steps that one sentence makes as one line: their times added, the limit that is written."""
    out: list[dict[str, Any]] = []
    for s in steps:
        if out and out[-1]["text"] == s["text"]:
            last = dict(out[-1])
            last["n"] = f"{str(last['n']).split('–')[0]}–{s['n']}"
            last["limit_C"] = s["limit_C"] if s["limit_C"] is not None else last["limit_C"]
            a, b = last["duration_min"], s["duration_min"]
            last["duration_min"] = (
                {**b, "best": a["best"] + b["best"]} if a["established"] and b["established"] else (b if not b["established"] else a)
            )
            last["assumption"] = last["assumption"] or s["assumption"]
            out[-1] = last
        else:
            out.append(s)
    return [{**s, "time": _time(s)} for s in out]


def _time(step: dict[str, Any]) -> str:
    """ "9 min" or "12 h", with a star where nobody wrote it; empty where it is not established."""
    took = step["duration_min"]
    if not took["established"]:
        return ""
    minutes = took["best"]
    return (f"{minutes:.0f} min" if minutes < 180 else f"{minutes / 60:.3g} h") + (" *" if step["assumption"] else "")


def _laboratory() -> Any:
    from procedures.laboratory import current

    return current()


def _pdf(template: str, revision: Revision) -> bytes:
    from weasyprint import HTML

    html = render_to_string(template, _context(revision))
    body = HTML(string=html, base_url=str(settings.ROOT)).write_pdf(pdf_variant="pdf/ua-1")
    assert isinstance(body, bytes)
    return body


def report(revision: Revision) -> bytes:
    """The report: decision, figures, findings, conditions, charge sheet, reactions."""
    return _pdf("report.html", revision)


def bench_card(revision: Revision) -> bytes:
    """One page: steps, limits, what to do when one is passed, conditions, caution."""
    return _pdf("bench_card.html", revision)
