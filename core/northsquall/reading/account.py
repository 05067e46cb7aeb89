"""The running account while reading: clauses, vessels, and what "it" means."""

from __future__ import annotations

from dataclasses import dataclass, field

from northsquall.procedure import Bath, Procedure, Vessel
from northsquall.reading import lexicon as lex
from northsquall.reading.phrases import Item, VesselPhrase


@dataclass
class Clause:
    """Items around one verb, within one sentence."""

    items: list[Item]
    start: int
    end: int
    verb: str | None
    verb_at: int | None
    sentence: int

    def text(self, source: str) -> str:
        """The clause's words."""
        return source[self.start : self.end]


@dataclass
class Account:
    """The running account while reading: vessels, lots, and what 'it' means."""

    source: str
    doc: Procedure
    main: Vessel | None = None
    mix: Vessel | None = None
    quench: Vessel | None = None
    last: Vessel | None = None
    used: set[int] = field(default_factory=set)
    """Start offsets of quantities that some rule took."""
    table_vessels: dict[str, str] = field(default_factory=dict)

    def vessel(self, phrase: VesselPhrase | None, default_kind: str, role: str) -> Vessel:
        """The vessel of a phrase, or an implied one."""
        if phrase is None:
            name = f"{default_kind} ({role})"
            for v in self.doc.vessels:
                if v.name == name:
                    return v
            v = Vessel(name=name, kind=default_kind, named=False)
        else:
            size = (
                f"{phrase.nominal_mL / 1000:g} L"
                if phrase.nominal_mL and phrase.nominal_mL >= 1000
                else f"{phrase.nominal_mL:g} mL"
                if phrase.nominal_mL
                else ""
            )
            name = f"{size} {phrase.kind}".strip()
            for v in self.doc.vessels:
                if v.name == name or (not size and v.kind == phrase.kind):
                    return v
            if phrase.qty:
                self.used.add(phrase.qty.start)
            v = Vessel(name=name, kind=phrase.kind, nominal_mL=phrase.nominal_mL, span=(phrase.start, phrase.end))
        self.doc.vessels.append(v)
        return v


def set_bath(account: Account, vessel: Vessel | None, bath: Bath | None) -> None:
    """The bath of a vessel: the first that is named, or one whose ice is written."""
    if vessel is not None and bath is not None and (vessel.bath is None or (vessel.bath.ice_g is None and bath.ice_g is not None)):
        vessel.bath = bath


def main_vessel(account: Account, vessels: list[VesselPhrase], text: str) -> Vessel:
    """The vessel a clause is about: the one it names, else the main one, else an implied flask."""
    if vessels:
        vessel = account.vessel(vessels[0], vessels[0].kind, "")
        if account.main is None:
            account.main = vessel
        elif not account.main.named and account.mix is None and account.quench is None:
            name_main(account, vessel)
        return vessel
    if account.main is None:
        account.main = account.vessel(None, "flask", "not named")
    return account.main


def name_main(account: Account, vessel: Vessel) -> None:
    """The flask that was implied so far turns out to be this one."""
    old = account.main
    if old is None or old is vessel:
        return
    vessel.bath = vessel.bath or old.bath
    vessel.sensor = vessel.sensor or old.sensor
    vessel.sensor_span = vessel.sensor_span or old.sensor_span
    for step in account.doc.steps:
        if step.vessel == old.name:
            step.vessel = vessel.name
    account.doc.vessels.remove(old)
    account.main = account.last = vessel


def about_filtrate(text: str) -> bool:
    """Whether a clause is about the filtrate."""
    return bool(lex.FILTRATE_REFERENCE.search(text))


def unspent(account: Account) -> bool:
    """Whether the mixture of acids still waits to be used."""
    assert account.mix is not None
    return not any(s.from_vessel == account.mix.name for s in account.doc.steps)
