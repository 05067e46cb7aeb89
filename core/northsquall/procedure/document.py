"""`northsquall-procedure/1`: the open document that `assess` takes.

Every span counts Unicode code points of `source_text`, end exclusive.
"""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from northsquall.procedure.lines import flowing

Span = tuple[int, int]

StepKind = Literal[
    "charge", "dissolve", "cool", "heat", "dose", "add", "hold", "generate", "absorb", "reflux",
    "distil", "test", "destroy", "quench", "neutralise", "extract", "filter", "dry", "store",
    "transfer", "record",
]  # fmt: skip


class Part(BaseModel):
    """Base of the document's parts: unknown keys are refused, so that a slip in a file shows."""

    model_config = ConfigDict(extra="forbid")


class Quantity(Part):
    """A number as written, with its unit and place; a range fills `low` and `high`."""

    value: float
    unit: str
    low: float | None = None
    high: float | None = None
    approximate: bool = False
    span: Span | None = None


class Strength(Part):
    """Strength of a solution. `basis` "assumed" marks a bottle strength that nobody wrote."""

    percent_w: float | None = None
    molar: float | None = None
    word: str | None = None
    basis: Literal["w/w", "molar", "assumed"] = "assumed"
    low: float | None = None
    high: float | None = None
    span: Span | None = None


NO_STEP = "something is done, and no step came of it"
"""Why a piece of a text was not read: a verb of doing stands in it."""
AS_BEFORE_IT = "as in the absorber before it"
"""The word of a strength that nobody wrote, of what stands in a line behind the same at a written one."""


class Bath(Part):
    """What the vessel stands in. Masses in grams; None is "not written", never zero."""

    kind: Literal["ice", "ice-salt", "dry-ice", "water", "oil", "sand", "air", "thermostat", "mantle", "plate", "microwave", "burner"]
    ice_g: float | None = None
    water_g: float | None = None
    T_C: float | None = None
    span: Span | None = None


class Vessel(Part):
    """A vessel that is named in the text or implied by it."""

    name: str
    kind: str
    nominal_mL: float | None = None
    closure: str | None = None
    bath: Bath | None = None
    stirring: str | None = None
    sensor: Literal["pot", "bath", "head"] | None = None
    named: bool = True
    span: Span | None = None
    sensor_span: Span | None = None


class Material(Part):
    """One lot of one substance, as charged."""

    id: str
    name: str
    identity: str | None = None
    amount: Quantity | None = None
    stated_mol: Quantity | None = None
    equivalents: Quantity | None = None
    """Equivalents as written, of the substrate; where nothing else is written they give the amount."""
    strength: Strength | None = None
    carrier: str | None = None
    """What its strength is written in, where not water: a substance's id, or "inert"."""
    phase: str | None = None
    role: str | None = None
    step: int | None = None
    span: Span
    candidates: list[str] = []


class Step(Part):
    """One thing that is done, in one vessel."""

    n: int
    kind: StepKind
    text: str
    span: Span
    vessel: str | None = None
    from_vessel: str | None = None
    share: float | None = None
    """What part of what then stands in `from_vessel` goes over, 0 to 1; None: all of it."""
    materials: list[str] = []
    duration: Quantity | None = None
    T_range: Quantity | None = None
    """Temperatures that the text gives for this step (target or window), °C."""
    T_limit: Quantity | None = None
    """A limit not to be passed, °C."""
    T_of: Literal["pot", "bath", "head"] = "pot"
    bath: Bath | None = None
    stirred: bool | None = None
    cooled: bool = False
    portions: int | None = None
    every: Quantity | None = None
    """Minutes from portion to portion, as written."""
    all_at_once: bool = False
    attended: bool | None = None
    into: str | None = None
    keep: Literal["organic", "aqueous", "solid", "liquid", "distillate", "residue"] | None = None
    """Filtering, parting, distilling: what goes on in the vessel; the rest goes `into` its place."""


class TrainElement(Part):
    """One element of the way a gas takes, from the vessel `of` on, in the order of the list."""

    element: Literal["condenser", "trap", "washer", "absorber", "burner", "cold trap", "hood", "room"]
    name: str = ""
    """The ledger's vessel, where something stands in it."""
    of: str | None = None
    """Vessel whose gas goes through."""
    volume_mL: float | None = None
    liquid: str | None = None
    lots: list[str] = []
    """Materials that stand in it."""
    dip_cm: float | None = None
    """How deep the tube ends in the liquid; 0 where it ends above."""
    above: bool | None = None
    """Whether the tube or a funnel mouth-down ends above the liquid; None where nothing is written."""
    after: str | None = None
    reagent: str | None = None
    """A reviewer's element: what stands in it, by name."""
    percent_w: float | None = None
    liquid_mL: float | None = None
    by: Literal["text", "reviewer"] = "text"
    span: Span | None = None


HOW_SHUT = Literal["shut", "held", "condenser", "bubbler", "balloon", "wool", "foil", "film", "loose", "open"]


class Closing(Part):
    """How a vessel is shut from one step on: `shut` by stopper, lid, cap or cork, `held` with a clip, a screw or a hand."""

    how: HOW_SHUT
    word: str
    place: Literal["vessel", "receiver", "funnel", "store"] = "vessel"
    vessel: str | None = None
    step: int
    until: int | None = None
    """The step at which it is opened again; None: to the end."""
    span: Span


class Seen(Part):
    """Words of the text that matter where they stand."""

    word: str
    step: int
    span: Span


class Place(Part):
    """Where it is done and what watches over it; None is "not written"."""

    hood: bool | None = None
    outdoors: bool = False
    window: bool = False
    exhaust_m3_h: float | None = None
    room_m3: float | None = None
    detectors: list[str] = []
    sweep_L_min: float | None = None
    """Inert gas led through the line, L/min."""
    sweep_at_end: bool = False
    """Whether that gas comes only when the work is over: it holds nothing back before."""
    purged: bool = False
    """Whether the line is swept at the end."""
    line_off: int | None = None
    """The step from which on the gas line is off; None: it stays."""
    flames: list[Seen] = []
    """Sources of ignition that the text names."""
    span: Span | None = None


class Results(Part):
    """What the author reports."""

    product: str | None = None
    product_identity: str | None = None
    product_smiles: str | None = None
    product_span: Span | None = None
    mass_g: Quantity | None = None
    percent: Quantity | None = None
    strength_percent: float | None = None
    """Mass per cent of the product in what was weighed, by titration or assay."""


class Unread(Part):
    """A passage that was not understood, and why that matters."""

    text: str
    span: Span
    why: str


class Slip(Part):
    """Words that the author took back or misspelt, and what was taken instead."""

    what: Literal["amount", "name", "spelling"]
    said: str
    taken: str
    span: Span


class Assumption(Part):
    """A value nobody wrote, and who put it there."""

    path: str
    value: float | str
    unit: str = ""
    why: str
    by: Literal["default", "reviewer", "laboratory"] = "default"


class Sample(Part):
    """What is known of a calorimeter's run beside its numbers."""

    kind: Literal["scan", "reaction", "adiabatic"]
    exo_up: bool = True
    sample_g: float | None = None
    rate_K_min: float | None = None
    """Scan: heating rate."""
    cp_J_gK: float | None = None
    phi: float = 1.0
    """Adiabatic: thermal inertia of the cell, 1 for none."""
    mol: float | None = None
    """Reaction: moles of the limiting reactant in the calorimeter."""
    feed_from_min: float | None = None
    feed_to_min: float | None = None
    fed_equivalents: float = 1.0
    volume_mL: float | None = None
    T_C: float | None = None


class Curve(Sample):
    """A calorimeter's curve with its sample. Times in s, temperatures in °C, heat flow in W or W/g."""

    name: str
    x: list[float]
    y: list[float]
    per_gram: bool = False


class Chemistry(Part):
    """What a reviewer settled: a reaction switched off, its heat, extent or rate replaced, or one added; a gas line put in the place of the written one."""

    what: Literal["off", "heat", "extent", "add", "rate", "curve", "line"]
    family: str
    """Family id as the ledger names it; for an added reaction a name."""
    step: int | None = None
    """Only in this step (switched off: from this step on); None: everywhere."""
    value: float | None = None
    """kJ/mol for heat, mol for extent; for an added reaction kJ/mol; for a rate its constant at T_ref_C in L/(mol s), or 1/s for first order."""
    extent_mol: float | None = None
    equation: str = ""
    vessel: str | None = None
    law: Literal["dosing-controlled", "first order", "second order", "autocatalytic", "two-phase", "after a wait", "dissolving"] | None = (
        None
    )
    Ea_kJ: float | None = None
    T_ref_C: float | None = None
    factor: float = 2.0
    """How many times faster or slower it may be."""
    tau_s: float | None = None
    """Time of mixing, or of the passage between two phases, s."""
    start: float | None = None
    wait_min: float | None = None
    line: list[TrainElement] = []
    """A gas line in the place of the written one, for `vessel`."""
    curve: Curve | None = None
    """A calorimeter's curve: of a scan or an adiabatic run the decomposition follows, of a reaction its heat and rate as entries of their own."""
    why: str
    by: str = "reviewer"


class Edit(Part):
    """A change of the author's words: the new words stand at `span` of `source_text`."""

    span: Span
    was: str
    by: str
    at: str
    why: str = ""


class Procedure(Part):
    """The document. Derived from `source_text` by the reader, except what a reviewer settled."""

    schema_: Literal["northsquall-procedure/1"] = Field("northsquall-procedure/1", alias="schema")
    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    title: str = ""
    source_text: str = ""
    vessels: list[Vessel] = []
    materials: list[Material] = []
    steps: list[Step] = []
    train: list[TrainElement] = []
    closings: list[Closing] = []
    place: Place = Place()
    results: Results = Results()
    ready: list[str] = []
    """What stands ready: dump, second person, protection."""
    unread: list[Unread] = []
    slips: list[Slip] = []
    assumptions: list[Assumption] = []
    chemistry: list[Chemistry] = []
    edits: list[Edit] = []
    scale: float = 1.0

    @property
    def flowing(self) -> str:
        """`source_text` with the lines joined that a margin broke: every place as before."""
        return flowing(self.source_text)


class LocalRule(Part):
    """A laboratory's own rule as text, with the reference a finding can cite."""

    reference: str
    text: str
    codes: list[str] = []


class Laboratory(Part):
    """`northsquall-laboratory/1`: what replaces the tool's defaults, and can be cited."""

    schema_: Literal["northsquall-laboratory/1"] = Field("northsquall-laboratory/1", alias="schema")
    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    name: str = ""
    reference: str = ""
    U_W_m2K: tuple[float, float, float] | None = None
    ambient_C: float | None = None
    bath_volume_per_vessel: float | None = None
    ice_fraction: float | None = None
    ice_renew_fraction: float | None = None
    limit_margin_K: float | None = None
    td24_margin_K: float | None = None
    work_start: str | None = None
    work_end: str | None = None
    hoods: list[str] = []
    hood_m3_h: float | None = None
    """Air that a hood draws at its working opening, m³/h."""
    room_m3: float | None = None
    air_changes_per_h: float | None = None
    detectors: list[str] = []
    rules: list[LocalRule] = []
    largest_scale_mol: dict[str, float] = {}
