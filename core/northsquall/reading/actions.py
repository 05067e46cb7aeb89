"""From clauses to steps: one small handler for each kind of verb."""

from __future__ import annotations

import re
from dataclasses import replace

from northsquall.procedure import Bath, Unread
from northsquall.reading import lexicon as lex
from northsquall.reading.account import Account, Clause, about_filtrate, main_vessel, set_bath, unspent
from northsquall.reading.conditions import durations_in, new_step, read_result, read_sensor, temperatures_in
from northsquall.reading.materials import by_destination, materials_in, new_lot, only_acids, place_lots, resolve
from northsquall.reading.phrases import REACTION_VESSELS, MaterialPhrase, Qty, VesselPhrase, bath_in, vessels_in
from northsquall.substances import catalogue


def read_clause(account: Account, clause: Clause) -> None:
    """What one clause says: what stands ready, the way of the gas, or what is done."""
    doc, items = account.doc, clause.items
    text = clause.text(account.source)
    if lex.PEOPLE.search(text):
        doc.ready.append("second person")
    if lex.PROTECTION.search(text):
        doc.ready.append("protection")
    if lex.READY.search(text):
        doc.ready.append("dump")
        account.used |= {x.start for x in items if isinstance(x, Qty)}
        return
    train = lex.TRAIN.search(text)
    if train:
        at = clause.start + train.start()
        behind = [x for x in materials_in(account, clause, set()) if x.start >= at]
        charged = clause.verb_at is not None and any(x.amount for x in materials_in(account, clause, set()) if x.start < at)
        for phrase in behind if charged else materials_in(account, clause, set()):
            if phrase.amount or phrase.strength:
                new_lot(account, phrase).role = "absorber"
        account.used |= {x.start for x in items if isinstance(x, Qty) and (not charged or x.start >= at)}
        if not charged:
            return
        clause = _without(clause, [x.index for x in behind], at)
        items = clause.items
    bath = bath_in(items)
    skip: set[int] = set()
    if bath:
        skip = set(range(bath[1], bath[2] + 1))
        account.used |= {q.start for q in bath[3]}
    vessels = [v for v in vessels_in(items) if v.index not in skip and (v.kind in REACTION_VESSELS)]
    phrases = materials_in(account, clause, skip)
    handler = HANDLERS.get(clause.verb or "")
    if handler is None:
        _description(account, clause, text, vessels, bath[0] if bath else None, phrases)
    else:
        handler(account, clause, text, vessels, bath[0] if bath else None, phrases)
    read_sensor(account, text, clause.start)


def _without(clause: Clause, absorbed: list[int], at: int) -> Clause:
    """The clause without what is said of the gas line, which begins at `at`; its verb stays wherever it stands."""
    kept = [
        (i, x) for i, x in enumerate(clause.items) if x.start < at or i == clause.verb_at or (i not in absorbed and not isinstance(x, Qty))
    ]
    verb = next((n for n, (i, _) in enumerate(kept) if i == clause.verb_at), None)
    return replace(clause, items=[x for _, x in kept], verb_at=verb)


def _description(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """No verb of doing: apparatus, a limit, or a result."""
    if vessels and not phrases:
        vessel = account.vessel(vessels[0], vessels[0].kind, "")
        account.last = vessel
        if account.main is None and not lex.MIX_REFERENCE.search(text):
            account.main = vessel
    target = account.last or account.main
    set_bath(account, target, bath)
    if target is None and bath is not None:
        account.table_vessels["bath"] = "pending"
        account.main = account.vessel(None, "flask", "not named")
        account.last = account.main
        account.main.bath = bath
    if read_result(account, clause, text):
        return None
    if lex.MIX_REFERENCE.search(text) and len(phrases) >= 2 and only_acids(phrases):
        return _mix(account, clause, text, vessels, bath, phrases)
    if account.doc.steps and re.match(r"\W*(?:\d\W*)?(on ?to|into)\b", text, re.I) and any(p.identity in ("ice", "water") for p in phrases):
        return _quench(account, clause, text, vessels, bath, phrases)
    if account.doc.steps and not phrases and not vessels and durations_in(clause)[0] and temperatures_in(clause)[0]:
        where = account.main or account.last
        new_step(account, clause, "hold", vessel=where.name if where else None)  # "30 min at 5 °C."
        return None
    if phrases and vessels:
        HANDLERS["charge"](account, clause, text, vessels, bath, phrases)
    elif phrases and any(p.amount for p in phrases) and account.doc.steps and not lex.MAIN_REFERENCE.search(text):
        last = account.doc.steps[-1]
        if last.kind in ("add", "charge") and account.mix is not None and last.vessel == account.mix.name:
            HANDLERS["mix"](account, clause, text, vessels, bath, phrases)
        else:
            HANDLERS["charge"](account, clause, text, vessels, bath, phrases)
    else:
        _, limit, used = temperatures_in(clause)
        window, _, _ = temperatures_in(clause)
        steps = account.doc.steps
        if steps and (limit or window) and steps[-1].span[1] >= clause.start - 4:
            if limit and steps[-1].T_limit is None:
                steps[-1].T_limit = limit
            elif window and steps[-1].T_range is None:
                steps[-1].T_range = window
            account.used |= {q.start for q in used}


def _charge(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Placed, put, dissolved: materials into a vessel, all in a few minutes."""
    if about_filtrate(text):
        return _neutralise(account, clause, text, vessels, bath, phrases)
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    if not vessels and any(s.kind in ("quench", "filter") for s in account.doc.steps) and not only_acids(phrases):
        return _wash(account, clause, text, vessels, bath, phrases)  # after the quench it is work-up
    acids_only = only_acids(phrases) and len({p.identity for p in phrases} & {"sulfuric acid", "nitric acid", "fuming nitric acid"}) == 2
    if acids_only and ((account.main is not None and account.doc.steps) or lex.MIX_REFERENCE.search(text)):
        return _mix(account, clause, text, vessels, bath, phrases)
    vessel = main_vessel(account, vessels, text)
    set_bath(account, vessel, bath)
    lots = []
    for p in phrases:
        m, new = resolve(account, p, text)
        if new:
            lots.append(m)
    if not lots:
        return None
    solids = [m for m in lots if m.identity and (catalogue().substances[m.identity].smiles)]
    liquids = [m for m in lots if m not in solids]
    _window, limit, _ = temperatures_in(clause)
    if solids and liquids and (re.search(r"\bdissolv", text, re.I) or limit):
        first = new_step(account, clause, "charge", vessel=vessel.name)
        first.T_range = first.T_limit = first.duration = None
        place_lots(account, first, liquids)
        second = new_step(account, clause, "add", vessel=vessel.name)
        place_lots(account, second, solids)
    else:
        step = new_step(account, clause, "charge", vessel=vessel.name)
        place_lots(account, step, lots)
    account.last = vessel


def _add(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Added, run in, dripped: a dose into the main vessel, a make-up of acids, or a quench."""
    if about_filtrate(text) and phrases:
        return _neutralise(account, clause, text, vessels, bath, phrases)
    sources, there, _dest = by_destination(clause, phrases)
    onto_ice = any(p.identity in ("ice", "water") for p in there)
    strong_there = any(p.identity in ("sulfuric acid", "nitric acid", "fuming nitric acid") for p in there)
    if onto_ice and not strong_there and account.doc.steps and not any(p.identity in ("sulfuric acid", "nitric acid") for p in sources):
        return _quench(account, clause, text, vessels, bath, phrases)
    main_busy = account.main is not None and any(s.vessel == account.main.name and s.materials for s in account.doc.steps)
    if only_acids(sources) and only_acids(there):
        return _mix(account, clause, text, vessels, bath, phrases)
    if (not sources and lex.MIX_REFERENCE.search(text)) or (not phrases and account.mix is not None and unspent(account)):
        return _dose_mix(account, clause, text, vessels, bath)
    if only_acids(phrases) and len({p.identity for p in phrases}) == 2 and main_busy and not there:
        _mix(account, clause, text, [], None, phrases)
        made = account.doc.steps[-1]
        made.duration = None
        return _dose_mix(account, clause, text, vessels, bath)
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    vessel = main_vessel(account, [] if main_busy and not vessels else vessels, text)
    set_bath(account, vessel, bath)
    new_there = [m for m, new in (resolve(account, p, text) for p in there) if new]
    new = [m for m, fresh in (resolve(account, p, text) for p in sources) if fresh]
    if new_there:
        first = new_step(account, clause, "charge", vessel=vessel.name)
        first.T_limit = first.duration = None
        place_lots(account, first, new_there)
    if not new:
        return None
    empty = not any(s.vessel == vessel.name and s.materials for s in account.doc.steps)
    step = new_step(account, clause, "charge" if empty else "dose", vessel=vessel.name)
    if step.kind == "dose" and step.duration is None and not lex.SLOWLY.search(text) and step.all_at_once:
        step.kind = "add"
    place_lots(account, step, new)
    account.last = vessel


def _dose_mix(account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None) -> None:
    vessel = account.main or main_vessel(account, vessels, text)
    set_bath(account, vessel, bath)
    if account.mix is None:
        account.doc.unread.append(
            Unread(text=text[:120], span=(clause.start, clause.end), why="a mixture of acids is added, but its making was not read")
        )
        return
    again = not unspent(account)
    if again:
        return
    step = new_step(account, clause, "dose", vessel=vessel.name, from_vessel=account.mix.name)
    account.last = vessel
    if step.duration is None and step.all_at_once:
        step.kind = "add"


def _mix(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """The acids are brought together in a vessel of their own."""
    if not phrases:
        return _description(account, clause, text, vessels, bath, phrases)
    if not only_acids(phrases) or (account.main is None and not lex.MIX_REFERENCE.search(text) and len(phrases) == 1):
        return _charge(account, clause, text, vessels, bath, phrases)
    if (
        vessels
        and account.main is not None
        and vessels[0].nominal_mL is not None
        and account.main.nominal_mL == vessels[0].nominal_mL
        and account.main.kind == vessels[0].kind
    ):
        vessels = []
    vessel = (
        account.vessel(vessels[0], vessels[0].kind, "")
        if vessels
        else account.mix
        or (
            account.last
            if account.last not in (None, account.main, account.quench) and account.last is not None
            else account.vessel(None, "beaker", "for the acids, not named")
        )
    )
    account.mix = vessel
    set_bath(account, vessel, bath)
    sources, there, _dest = by_destination(clause, phrases)
    each = re.search(r"\beach of\b", text)
    if each and len(phrases) == 2:
        amounts = [p.amount for p in phrases if p.amount]
        for p in phrases:
            p.amount = p.amount or (amounts[0] if amounts else None)
        sources, there = phrases[1:], phrases[:1]
    elif not there and len(phrases) >= 2:
        sources, there = phrases[1:], phrases[:1]
    first = [m for m, fresh in (resolve(account, p, text) for p in there) if fresh]
    second = [m for m, fresh in (resolve(account, p, text) for p in sources) if fresh]
    if first:
        step = new_step(account, clause, "charge", vessel=vessel.name)
        step.T_limit = step.T_range = step.duration = None
        place_lots(account, step, first)
    if second:
        occupied = any(s.vessel == vessel.name and s.materials for s in account.doc.steps)
        step = new_step(account, clause, "add" if occupied else "charge", vessel=vessel.name)
        step.cooled = step.cooled or vessel.bath is not None
        if lex.MIX_REFERENCE.search(text) and lex.VERB_OF.get("added") and re.search(r"(is|was) added .*(over|during)", text):
            step.duration = None
        place_lots(account, step, second)
    account.last = vessel


def _quench(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """The mixture on to ice or into water; water into the mixture is a dose of water."""
    receiving = [p for p in phrases if p.identity in ("ice", "water")]
    if not receiving and account.quench is None and not vessels:
        if account.mix is not None and unspent(account):
            return _dose_mix(account, clause, text, vessels, bath)
        return _description(account, clause, text, vessels, bath, phrases)
    sources, _there, dest = by_destination(clause, phrases)
    into_flask = (
        receiving
        and all(p in sources for p in receiving)
        and re.search(r"\b(into|to|in) (the )?(flask|pot|mixture|reaction|acid)", text, re.I)
    )
    if into_flask or (
        receiving
        and dest is None
        and all(p.index > (clause.verb_at or 0) for p in receiving)
        and not re.search(r"\bon\b|\bonto\b|\binto\b", text)
    ):
        vessel = main_vessel(account, [], text)
        step = new_step(account, clause, "add", vessel=vessel.name)
        place_lots(account, step, [resolve(account, p, text)[0] for p in receiving])
        return None
    vessel = account.vessel(vessels[0], vessels[0].kind, "") if vessels else account.vessel(None, "beaker", "for the ice, not named")
    account.quench = vessel
    step = new_step(account, clause, "quench", vessel=vessel.name, from_vessel=account.main.name if account.main else None)
    step.T_limit, step.T_range = step.T_limit, None
    place_lots(account, step, [m for m, fresh in (resolve(account, p, text) for p in receiving) if fresh])
    account.last = vessel


def _pour(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    if any(p.identity in ("ice", "water") for p in phrases):
        return _quench(account, clause, text, vessels, bath, phrases)
    return _add(account, clause, text, vessels, bath, phrases)


def _neutralise(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """A base to the filtrate."""
    vessel = account.vessel(vessels[0], vessels[0].kind, "") if vessels else account.vessel(None, "vessel", "for the filtrate, not named")
    step = new_step(
        account,
        clause,
        "neutralise",
        vessel=vessel.name,
        from_vessel=account.quench.name if account.quench else account.main.name if account.main else None,
    )
    place_lots(
        account, step, [m for m, fresh in (resolve(account, p, text) for p in phrases if p.identity not in ("water", "ice")) if fresh]
    )


def _simple(kind: str):  # type: ignore[no-untyped-def]
    """Steps that change the temperature or wait."""

    def handler(
        account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
    ) -> None:
        fresh = [
            p
            for p in phrases
            if (p.amount or p.moles) or any(m.identity == p.identity and (m.role or "").startswith("table:") for m in account.doc.materials)
        ]
        if kind in ("cool", "heat", "hold") and fresh and not (lex.MAIN_REFERENCE.search(text) and account.doc.steps):
            _charge(account, clause, text, vessels, bath, fresh)
            if account.doc.steps and account.doc.steps[-1].vessel == (account.main.name if account.main else None):
                last = account.doc.steps[-1]
                last.T_range = last.T_limit = last.duration = None
        if (
            kind == "hold"
            and lex.MIX_REFERENCE.search(text) is None
            and re.search(r"\bice (cooling)?\b", text) is None
            and not durations_in(clause)[0]
            and not lex.OVERNIGHT.search(text)
        ):
            limit_only(account, clause, text, vessels, bath)
            return
        vessel = main_vessel(account, vessels if kind == "cool" else [], text)
        set_bath(account, account.last if kind == "hold" and account.last is account.mix else vessel, bath)
        window, limit, _ = temperatures_in(clause)
        if kind in ("cool", "heat") and window is None and limit is None and bath is None:
            return
        new_step(account, clause, kind, vessel=vessel.name, bath=bath)

    return handler


def limit_only(account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None) -> None:
    """ "keeping it below 10 °C", "the pot kept under 15": a limit on the step before; or apparatus."""
    window, limit, used = temperatures_in(clause)
    steps = account.doc.steps
    if vessels or bath:
        vessel = main_vessel(account, vessels, text) if vessels else account.last or account.main
        set_bath(account, vessel, bath)
        if vessels and account.last is None:
            account.last = vessel
    if steps and (window or limit):
        last = steps[-1]
        last.T_limit = last.T_limit or limit
        last.T_range = last.T_range or window
        last.span = (min(last.span[0], clause.start), max(last.span[1], clause.end)) if clause.start - last.span[1] < 12 else last.span
        last.text = account.source[last.span[0] : last.span[1]]
        account.used |= {q.start for q in used}


def _stop(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """ "At 15 °C the tap is shut": the limit of the last dose."""
    window, limit, used = temperatures_in(clause)
    q = limit or window
    doses = [s for s in account.doc.steps if s.kind in ("dose", "add") and s.vessel == (account.main.name if account.main else None)]
    if q and doses:
        doses[-1].T_limit = q
        account.used |= {x.start for x in used}


def _wash(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    """Washing, drying, recrystallising: materials of the work-up; a result may stand here."""
    steps = account.doc.steps
    joins = clause.verb in ("wash", "dry") and steps and steps[-1].kind == "filter" and steps[-1].vessel == "filter"
    if clause.verb in ("dry",):
        read_result(account, clause, text)
        if steps and steps[-1].kind == "dry":
            return
        new_step(account, clause, "dry", vessel="filter")
        return
    step = (
        steps[-1]
        if joins
        else new_step(account, clause, "filter", vessel="filter", from_vessel=account.quench.name if account.quench else None)
    )
    if joins:
        step.span = (step.span[0], clause.end)
        step.text = account.source[step.span[0] : step.span[1]]
    lots = [new_lot(account, p) for p in phrases if p.identity]
    for m in lots:
        m.role = "wash"
    place_lots(account, step, lots)
    read_result(account, clause, text)


def _test(
    account: Account, clause: Clause, text: str, vessels: list[VesselPhrase], bath: Bath | None, phrases: list[MaterialPhrase]
) -> None:
    account.used |= {x.start for x in clause.items if isinstance(x, Qty)}
    waits = any(isinstance(x, Qty) and x.dim == "time" for x in clause.items)  # "after 20 min at 15 °C ... showed"
    new_step(account, clause, "hold" if waits else "test", vessel=account.main.name if account.main else None)


HANDLERS = {
    "charge": _charge, "add": _add, "mix": _mix, "pour": _pour, "cool": _simple("cool"), "heat": _simple("heat"),
    "hold": _simple("hold"), "filter": _wash, "wash": _wash, "dry": _wash, "recrystallise": _wash, "neutralise": _neutralise,
    "stop": _stop, "test": _test,
}  # fmt: skip
