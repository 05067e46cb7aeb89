"""`northsquall-assessment/1`: what `assess` returns. The keys of docs/schema; added to freely, never renamed."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from northsquall.procedure import Chemistry, TrainElement
from northsquall.working import Figure

Severity = Literal["stop", "condition", "note"]
Verdict = Literal["not acceptable", "not established", "acceptable with conditions", "acceptable"]


class Doc(BaseModel):
    """Base of the assessment's parts."""

    model_config = ConfigDict(extra="forbid")


class Anchor(Doc):
    """Place in `source_text`, code points, end exclusive."""

    start: int
    end: int


class MaterialLine(Doc):
    """One line of the charge sheet."""

    line: int
    id: str
    text: str
    name: str
    formula: str | None
    cas: str | None
    phase: str | None
    mass_g: float | None
    volume_mL: float | None
    mol: Figure
    equivalents: float | None
    role: str | None
    limiting: bool
    step: int | None
    vessel: str | None
    assumptions: list[str]
    anchor: Anchor


class UnreadItem(Doc):
    """A passage that was not understood."""

    text: str
    start: int
    end: int
    why: str


class StepLine(Doc):
    """One step with its place in time."""

    n: int
    kind: str
    text: str
    vessel: str | None
    from_vessel: str | None = None
    """The vessel whose contents go over in this step."""
    share: float | None = None
    """What part of what then stands there goes over, 0 to 1; None: all of it."""
    material: list[str]
    start_min: float | None
    end_min: float | None
    duration_min: Figure
    T_C: list[float] | None
    limit_C: float | None
    attended: bool
    anchor: Anchor
    duration_anchor: Anchor | None
    bath_anchor: Anchor | None
    bath_C: float | None
    bath_template: str | None
    """Words for another bath temperature, with {T} to fill in."""
    duration_path: str | None
    bath_path: str | None
    limit_path: str | None
    limit_anchor: Anchor | None
    """Place of the limit's words, where it may be moved."""
    assumption: str | None


class ReactionLine(Doc):
    """A reaction or physical heat, with its own heat."""

    step: int
    vessel: str
    family: str
    family_id: str = ""
    """Id of the family record, for a reviewer's change."""
    role: Literal["wanted", "side", "work-up", "on standing", "decomposition"]
    equation: str
    names: str
    limiting: str
    extent_mol: float | None
    extent: Figure
    dH_kJ_per_mol: Figure
    heat_kJ: Figure
    route: Literal["measured", "hess", "increment", "class", "none"]
    sources: list[str]
    possible: bool = False
    """A slow reaction that may not have happened: its extent runs from nothing."""


class Held(Doc):
    """A species in a vessel; `mol` null where it depends on an amount nobody wrote."""

    name: str
    formula: str
    mol: float | None


class Waiting(Doc):
    """A reaction that could happen here, and what it waits for."""

    family: str
    family_id: str
    equation: str
    why: str
    could_mol: float | None


class Meeting(Doc):
    """Two classes that must not meet and are both here."""

    a: str
    b: str
    then: str
    source: str


class ContentsLine(Doc):
    """What one vessel holds after one step, what waits in it, and what meets in it."""

    step: int
    vessel: str
    absorber: bool
    T_low: float
    T_high: float
    holds: list[Held]
    waiting: list[Waiting]
    meets: list[Meeting]
    gas: dict[str, float]


class Heat(Doc):
    """Totals of the batch: quench and work-up not counted; positive = released."""

    total_kJ: Figure
    adiabatic_rise_K: Figure
    kJ_per_kg: Figure
    severity: Literal["low", "medium", "high", "extreme", "not established"]


class Exotherm(Doc):
    """The vessel that decides."""

    vessel: str | None
    process_T_C: float | None
    limit_C: float | None
    peak_T_C: Figure
    peak_at_min: float | None
    peak_step: int | None
    peak_heat_W: Figure
    removable_W: Figure
    accumulation_max: Figure
    MTSR_C: Figure
    MTSR_at_min: float | None
    MTT_C: Figure
    TD24_C: Figure
    TMRad_h: Figure
    TD24_bound_C: float | None
    criticality_class: int | None
    criticality_bracket: tuple[int, int] | None
    min_addition_min: Figure
    ice_needed_g: Figure
    ice_offered_g: float | None
    ice_gone_min: float | None
    contrary: list[str] = []
    """Where slower or more ice makes it worse: a sentence each."""


class CurveLine(Doc):
    """A calorimeter's curve and what it says. Times in min, temperatures in °C, heat flow in W or W/g; None where its kind does not say."""

    kind: Literal["scan", "reaction", "adiabatic"]
    name: str
    why: str
    by: str
    trouble: str = ""
    x: list[float] = []
    y: list[float] = []
    baseline: list[float] = []
    conversion: list[float] = []
    onset_C: float | None = None
    tangent_C: float | None = None
    top_C: float | None = None
    heat_J_g: float | None = None
    TD24_C: float | None = None
    decides: str = ""
    rules: dict[str, float] = {}
    Ea_kJ: float | None = None
    q_W_kg: float | None = None
    q_at_C: float | None = None
    tmr_C: list[float] = []
    tmr_h: list[float] = []
    dH_kJ_mol: float | None = None
    heat_kJ: float | None = None
    piled_max: float | None = None
    piled_at_min: float | None = None
    k_L_mol_s: float | None = None
    misfit: float | None = None
    mol_per_L: float | None = None
    plan_mol_per_L: float | None = None
    notes: list[str] = []
    offers: list[Chemistry] = []
    """What it would put in the place of a default: heat, rate."""


class Gas(Doc):
    """A gas: moles from the equations, or not established."""

    formula: str
    steps: list[int]
    mol: Figure
    litres_25C_1atm: Figure
    peak_L_per_min: Figure
    absorber: dict[str, Any] | None = None
    exposure: dict[str, Any] = {}


class ElementLine(Doc):
    """One element of a gas line. Amounts in mol by formula; null where not established."""

    n: int
    element: str
    name: str
    of: str | None
    volume_mL: float | None
    liquid_mL: float | None
    liquid: str
    strength: str
    dip_cm: float | None
    above: bool | None
    holds: dict[str, float]
    """mol of each reagent it offers, by name."""
    came: dict[str, float]
    took: dict[str, float]
    used: float | None
    """Part of the reagent that is used up at the end, 0 to 1."""
    through_min: float | None
    """When the first gas passes because what it holds is used up."""
    spent_min: float | None
    """When the last of its reagents is used up; gas that comes later is only dissolved, or passes."""
    rise_K: float | None
    back_mbar: float | None
    pulled: str
    pulled_mL: float | None
    trap_mL: float | None
    """Volume of the empty traps before it."""
    trouble: str
    fails: list[str]
    by: str
    anchor: list[int] | None
    t_min: list[float]
    used_part: list[float]
    as_put: TrainElement
    """The same element as a reviewer may put it: what stands in it by name, strength and volume."""


class GasLine(Doc):
    """The way of the gas of one vessel."""

    of: str
    elements: list[ElementLine]
    trouble: list[str]
    back_mbar: float | None
    came: dict[str, float]
    leaves: dict[str, float]
    t_min: list[float] = []
    made_L_min: list[float] = []
    """All gas of the vessel that comes into the line, L/min at 25 °C and 1 atm."""
    passes_L_min: list[float] = []
    """What of it leaves the line."""
    lost: list[str]
    """Gas of the vessel that does not go through the line, in words."""


class ClosedLine(Doc):
    """A vessel that is shut, and the pressure's rise over ambient in it."""

    vessel: str
    place: str
    how: str
    word: str
    step: int
    until: int | None
    gases: dict[str, float]
    unknown: list[str]
    T_C: float
    rise_bar: Figure
    lifts_min: float | None
    anchor: list[int]


class GasLane(Doc):
    """Rate of one gas over the time axis."""

    formula: str
    t_min: list[float]
    L_per_min: list[float]


class GasProposal(Doc):
    """One change to a gas line: what it is, what it does, and the line with it; no line where it is a change of the words."""

    label: str
    detail: str
    line: Chemistry | None = None
    about: Literal["line", "quench"] = "line"
    """Whether it is about the way of the gas, or about a vessel that takes a quench."""


class GasFailure(Doc):
    """One failure of a gas line from one minute on; `values` over `t_min` in `unit`."""

    id: str
    name: str
    of: str
    at_min: float
    says: str
    over: bool
    """Whether a limit is passed."""
    t_min: list[float] = []
    values: list[float] = []
    unit: str = ""
    limit: float | None = None


class Standing(Doc):
    """Something that should stand ready, and whether the text says so."""

    what: str
    written: bool


class DumpLine(Doc):
    """The emergency dump for the worst moment; figures null where not established."""

    heat_kJ: float | None
    ice_g: float | None
    """Null too where water acts on the batch: no ice on it."""
    solvent_mL: float | None = None
    """Cold dry solvent instead of ice where water acts on the batch."""
    acted_on: str | None = None
    """What water acts on in the batch, whether or not the dump is established."""
    container_mL: float | None
    end_C: float | None
    says: str
    ready: list[Standing]


class VesselLine(Doc):
    """A vessel and how full it gets."""

    name: str
    kind: str
    nominal_mL: float | None
    max_fill_fraction: float | None
    max_volume_mL: float | None
    closure: str | None
    pressure_if_closed_bar: Figure
    foam_factor: float | None


class QuenchLine(Doc):
    """A leftover and what destroys it."""

    step: int | None
    leftover: str
    mol: Figure
    reagent: str
    mol_required: Figure
    mass_g_required: Figure
    heat_kJ: Figure
    gas: list[str]
    end_T_C: Figure | None = None
    fill_fraction: float | None = None
    watch: str = ""
    test: str = ""
    direction: str = ""
    """"onto": the leftover on to the agent; "into": the agent into it; empty where it does not matter."""
    destroyed: float | None = None
    """Part that a step of the text destroys."""
    vessel: str | None = None
    ice_g: list[float] = []
    """Quench on ice: where it ends (°C, low, best, high) against grams of ice."""
    ends_low: list[float] = []
    ends_C: list[float] = []
    ends_high: list[float] = []
    offered_g: float | None = None
    limit_C: float | None = None


class Refill(Doc):
    """What is renewed, when (minutes from the start) and how much."""

    what: str
    at_min: Figure
    mass_g: Figure
    vessel: str


class Rest(Doc):
    """A place where the work may be left, with why; `max_min` null where no limit is known."""

    after_step: int
    max_min: float | None
    why: str


class PlanRow(Doc):
    """One step by the clock (local times, ISO 8601)."""

    step: int
    kind: str
    text: str
    vessel: str | None
    start: str
    end: str
    duration_min: Figure
    attended_min: float
    attended_until: str | None
    outside: bool
    """Whether somebody must be there outside working hours."""
    alone: bool
    """Whether the author leaves it alone."""
    written: bool
    assumption: str | None


class DayPlan(Doc):
    """The steps by the clock."""

    start: str
    end: str
    rows: list[PlanRow]
    refills: list[dict[str, str]]
    rests: list[Rest]
    latest_start: str | None
    work_hours: str | None
    not_established: list[str]


class Shared(Doc):
    """What two runs of one day want at the same time: somebody's eyes, the hood, a bath, an absorber. Times in ISO 8601."""

    what: Literal["person", "hood", "ice bath", "absorber"]
    start: str
    end: str
    minutes: float
    says: str


class Schedule(Doc):
    """Timetable."""

    total_min: Figure
    attended_min: Figure
    refills: list[Refill]
    rests: list[Rest]
    alone: list[dict[str, Any]]
    latest_start: str | None


class Yield(Doc):
    """Product against theory."""

    product: str | None
    theoretical_g: float | None
    reported_g: float | None
    percent: float | None


class Finding(Doc):
    """Code, severity, where, the figure and the limit, why in a sentence, what would settle it."""

    code: str
    severity: Severity
    established: bool
    step: int | None
    anchor: Anchor | None
    figure: Figure | float | str | None
    limit: str | None
    message: str
    remedy: str
    source: str
    parts: list[str] = []
    short: str = ""
    asks: str = ""
    """What an answer would settle: "duration:3", "amount:m4", "bath-ice:flask"; empty where no answer does."""
    cause: str = ""
    """What it follows from, where another finding may share it: the gas, as "gas:HCl"."""


class TextEdit(Doc):
    """Words that a change puts at a place of the text."""

    start: int
    end: int
    text: str


class Remedy(Doc):
    """A change that can be tried: words for the text, and the figures after it."""

    id: str
    label: str
    detail: str
    edits: list[TextEdit]
    peak_C: Figure
    MTSR_C: Figure


class Driver(Doc):
    """How much an input drives the figures: rank correlation with each, −1 to 1."""

    name: str
    peak: float
    MTSR: float


class Spread(Doc):
    """Figures over the uncertain inputs: 5th, 50th and 95th percentile of the members that were drawn."""

    seed: int
    members: int
    failed: int
    """Members whose integration did not succeed: left out, and said."""
    step: int
    limit_C: float | None
    peak_C: tuple[float, float, float]
    MTSR_C: tuple[float, float, float]
    heat_W: tuple[float, float, float]
    margin_K: tuple[float, float, float] | None
    over: float | None
    """Part of the members that pass the limit, the thermometer's own error counted."""
    past_TD24: float | None
    drivers: list[Driver]
    t_min: list[float]
    low_C: list[float]
    high_C: list[float]
    says: str


class Proposal(Doc):
    """A change or a pair of changes, its figures, and the verdict of the text with it."""

    label: str
    detail: str
    edits: list[TextEdit]
    peak_C: Figure
    MTSR_C: Figure
    verdict: Verdict


class Proposed(Doc):
    """What the searches came to; where nothing helps, why."""

    before: Proposal
    singles: list[Proposal] = []
    pairs: list[Proposal] = []
    none: str = ""
    limit_C: float | None = None


class Trial(Doc):
    """What one possible answer to a question gives."""

    answer: str
    verdict: Verdict
    peak_C: float | None
    heat_kJ: float | None
    gas_L: float | None


class Remembered(Doc):
    """An answer given before for the same words in this laboratory."""

    answer: str
    by: str
    on: str


class Question(Doc):
    """What is missing, in order of its weight."""

    text: str
    why: str
    decides: bool
    anchor: Anchor | None
    asks: str = ""
    """As in the finding that raises it."""
    default: str = ""
    """What stands in while nobody answers; empty where nothing does."""
    options: list[str] = []
    """Names to choose from, where the words may mean several things."""
    trials: list[Trial] = []
    changes: str = ""
    """What the answers tried would change, in a sentence; empty where it was not tried."""
    weight: float = 0.0
    """How much the answers tried move verdict, temperature, heat and gas; sorts the questions."""
    remembered: Remembered | None = None


class Rung(Doc):
    """One scale of the ladder; null where it is not established (`missing` says why)."""

    factor: float
    vessel_mL: float | None
    volume_mL: float | None
    heat_kJ: Figure
    takes_W_K_L: float | None
    """Heat that the bath takes for each kelvin and litre at the end of the deciding dose, W/(K L)."""
    limit_C: float | None
    peak_low_C: float | None
    peak_C: float | None
    peak_high_C: float | None
    over_limit: Severity | None
    """Weight of the finding that the peak passes its limit (H02); a note where only the pauses of the text hold it, null without one."""
    MTSR_C: Figure
    criticality_class: int | None
    written_min: float | None
    shortest_min: float | None
    no_time_keeps: bool
    """Whether no addition time up to eight hours keeps the limit."""
    ice_g: float | None
    verdict: Verdict
    breaks_first: str
    says: str
    missing: str


class Failure(Doc):
    """One thing gone wrong at one moment: what it comes to, and its curve (the unfavourable one)."""

    id: str
    name: str
    at_min: float
    step: int
    peak_C: float | None
    high_C: float | None
    after_min: float | None
    over: bool
    """Whether the limit, the boiling point or the class's bound is passed."""
    says: str
    t_min: list[float]
    pot_C: list[float]


class Mark(Doc):
    """A recognised piece of the text: a live quantity, a substance, a vessel, a bath."""

    start: int
    end: int
    kind: Literal["amount", "time", "temperature", "substance", "vessel", "bath", "strength", "result"]
    says: str
    """How it was read."""
    step: int | None


class Governs(Doc):
    """A figure that decides, in order of what can hurt first."""

    key: str
    label: str
    value: Figure
    against: str
    over: bool
    colour: Literal["heat", "cool", "gas", "open"]


class Strip(Doc):
    """Curves over one time axis (minutes from the first charge); empty where not established."""

    t_min: list[float] = []
    pot_C: list[float] = []
    pot_low_C: list[float] = []
    pot_high_C: list[float] = []
    bath_C: list[float] = []
    mtsr_C: list[float] = []
    made_W: list[float] = []
    made_high_W: list[float] = []
    removable_W: list[float] = []
    unreacted: list[float] = []
    """What has piled up, of the whole extent (0 to 1); empty where no reaction is followed by its rate."""
    volume_mL: list[float] = []
    ice_g: list[float] = []
    limits: list[dict[str, float]] = []
    quench: dict[str, float] | None = None
    missing: str | None = None


class Assessment(Doc):
    """The document."""

    schema_: Literal["northsquall-assessment/1"] = Field("northsquall-assessment/1", alias="schema")
    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    versions: dict[str, str]
    title: str
    materials: list[MaterialLine]
    unread: list[UnreadItem]
    steps: list[StepLine]
    reactions: list[ReactionLine]
    contents: list[ContentsLine] = []
    heat: Heat
    exotherm: Exotherm
    gases: list[Gas]
    gas_lines: list[GasLine] = []
    closed: list[ClosedLine] = []
    gas_lanes: list[GasLane] = []
    gas_proposals: list[GasProposal] = []
    dump: DumpLine | None = None
    vessels: list[VesselLine]
    quench: list[QuenchLine]
    schedule: Schedule
    yield_: Yield = Field(alias="yield")
    findings: list[Finding]
    verdict: Verdict
    decides: list[str]
    not_established: list[str]
    questions: list[Question]
    governs: list[Governs]
    remedies: list[Remedy]
    strip: Strip
    marks: list[Mark]
    edits: list[dict[str, Any]]
    assumptions: list[dict[str, Any]]
    referred: str | None = None
    caution: str
    citations: list[str]
    curves: list[CurveLine] = []
