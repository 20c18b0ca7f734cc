"""Keep sheets in progress: open one, tick its steps, put it away."""

from dataclasses import asdict, dataclass, replace
from datetime import datetime
from typing import Any, TypeVar
from uuid import uuid4

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.kind import About, Asks, Leaves
from vocator.core.keeping.progress import counted, progress
from vocator.core.keeping.records import HELD, KeptSheet, LogEntry, Radio, SheetStatus, SlotEvent, SlotState, Tick
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.start import StartError, stored_from_channel
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import read_channels
from vocator.files.data_problems import DataFileError, Problem
from vocator.storage.database import let_go
from vocator.storage.repositories import LogRepository, RadioRepository, SheetRepository, StationRepository
from vocator.usecases.errors import NotFound, SlotsInUse
from vocator.usecases.keeping.radios import RadioView, check_slot, find_radio, held_in, ours, view_of
from vocator.usecases.programming.line_view import may_send
from vocator.usecases.programming.make_sheet import SheetRequest
from vocator.usecases.programming.plain_lines import with_slots
from vocator.usecases.programming.resolve_line import resolve_line, understood
from vocator.usecases.programming.sheet_work import drawn_batch, drawn_sheet
from vocator.usecases.twin.twins import twin_of

T = TypeVar("T")


def _radio(session: Session, radio_id: int) -> Radio:
    radio = RadioRepository(session).get(radio_id)
    if radio is None:
        known = ", ".join(str(r.id) for r in RadioRepository(session).all()) or "none yet"
        raise NotFound(f"radio {radio_id}", known)
    return radio


@dataclass(frozen=True, slots=True)
class Chain:
    """Sheets that follow each other: all their ids in working order, which of them this is, and the page they belong to."""

    ids: tuple[str, ...]
    at: int
    back: str

    def as_dict(self) -> dict[str, Any]:
        """Return where this sheet stands among them."""
        following = self.ids[self.at + 1] if self.at + 1 < len(self.ids) else None
        return {"number": self.at + 1, "of": len(self.ids), "next": following, "back": self.back}


def _id_of(chain: Chain | None) -> str:
    return chain.ids[chain.at] if chain else uuid4().hex


def open_sheet(
    session: Session,
    radio_id: int,
    slot: str,
    line: str,
    label: str | None,
    power: str | None,
    goal: str,
    row: str | None,
    way: str | None = None,
    chain: Chain | None = None,
    replace_held: bool = False,
) -> KeptSheet:
    """Make a proven sheet for one of my radios and keep it, by the way asked for or else the station's.

    The short way counts on the radio's last sheet; without one, the long way is taken.  ``replace_held`` says that what the slot holds
    may go.  Raises what ``make_sheet`` raises, NotFound for the radio, and SlotsInUse for a slot known to hold something else.
    """
    radio = _radio(session, radio_id)
    station = StationRepository(session).get()
    tx_hz = None
    if KINDS[goal].about is About.CHANNEL:
        channel = resolve_line(line, station.region, station.receive).channel
        tx_hz = channel.tx_hz
        leaves = KINDS[goal].leaves
        if Asks.SLOT in KINDS[goal].asks and leaves in (Leaves.WRITTEN, Leaves.FOUND):
            view = view_of(session, radio)
            check_slot(view, slot)
            held = held_in(view, slot, channel if leaves is Leaves.WRITTEN else None)
            if held is not None and not replace_held and chain is None:
                raise SlotsInUse((held,), tuple(view.next_free()))
            replace_held = ours(view, slot) or (held is not None and replace_held)
    request = SheetRequest(
        radio.model, slot, line, label, power, station.receive, row, station.region, radio.firmware, "long",
        known_memory(session, radio, station.region), goal, may_send(station, tx_hz), replace=replace_held,
    )  # fmt: skip
    after = _last_request(session, radio, station.region) if goal == "store" else None
    short = replace(request, way="short", after=after) if after else None
    taken, other = (short, request) if short and (way or station.way) == "short" else (request, short)
    let_go(session)
    drawn = drawn_sheet(taken, other, request)
    content = {
        **drawn["view"], "request": drawn["request"], "goal_kind": drawn["kind"], "radio_id": radio.id, "my_name": radio.name,
        "way": drawn["way"], "other_way": drawn["other_way"], "less": drawn["less"], "chain": chain.as_dict() if chain else None,
    }  # fmt: skip
    sheet = KeptSheet(_id_of(chain), radio.id, drawn["slot"], drawn["title"], SheetStatus.OPEN, content, clock.utc_now())
    keep_sheet(session, sheet)
    return sheet


def keep_sheet(session: Session, sheet: KeptSheet) -> None:
    """Keep a new sheet and note its slots as planned; raises NotFound where its radio was removed while it was made."""
    if not RadioRepository(session).lock([sheet.radio_id]):
        raise NotFound(f"radio {sheet.radio_id}", "one of my radios; this one was removed meanwhile")
    SheetRepository(session).add(sheet)
    if parts := sheet.content.get("parts"):
        _note_planned(session, sheet, [(part["slot"], part["line"], part["channel"]) for part in parts])
    elif KINDS[sheet.content["goal_kind"]].leaves is Leaves.WRITTEN:
        _note_planned(session, sheet, [(sheet.slot, sheet.title, sheet.content["goal"]["channel"])])


def known_memory(session: Session, radio: Radio, region: str) -> dict[str, Any]:
    """Return the start that agrees with what is known of a radio: its written slots, all else as new.

    A slot that holds what the radio of this region cannot (it was written under another) holds any channel there: it is not free.
    """
    twin = twin_of(radio.model, radio.firmware, region)
    slots = RadioRepository(session).slots(radio.id)
    return {"memory": {s.slot: _held_on(twin, s.channel) for s in slots if s.state in HELD and s.channel}}


def _held_on(twin: Twin, channel: dict[str, Any]) -> dict[str, Any]:
    try:
        stored_from_channel(twin, channel)
    except StartError:
        return twin.channel(twin.stored_from_vfo(twin.start)).as_dict()
    return channel


def _note_planned(session: Session, sheet: KeptSheet, planned: list[tuple[str, str, dict[str, Any]]]) -> None:
    """Note slots (with words and channel) as planned, unless they are known, by themselves or by their range, to hold something already."""
    view, radios = find_radio(session, sheet.radio_id), RadioRepository(session)
    for slot, words, channel in planned:
        if view.state_of(slot) in (SlotState.UNKNOWN, SlotState.FREE, SlotState.PLANNED):
            radios.note(sheet.radio_id, SlotEvent(sheet.created_at, slot, SlotState.PLANNED, f"planned: {words}", channel))


def _last_request(session: Session, radio: Radio, region: str) -> dict[str, Any] | None:
    """Return the request of the sheet that was last carried out to its end on a radio, None where there is none, or one of another region."""
    sheets = SheetRepository(session)
    own = [s for status in SheetStatus for s in sheets.with_status(status) if s.radio_id == radio.id]
    begun = [s for s in own if s.ticked or s.status is SheetStatus.DONE]
    last = max(begun, key=lambda s: s.created_at, default=None)
    if last is None or last.status is not SheetStatus.DONE:
        return None
    if last.content["goal_kind"] != "store" or last.content["request"].get("csv"):
        return None
    if last.content["request"].get("region") != region:
        return None
    return {k: v for k, v in last.content["request"].items() if k not in ("after", "start")}


def open_batch(
    session: Session,
    radio_id: int,
    text: str,
    region: str | None = None,
    chain: Chain | None = None,
    replace_held: bool | None = None,
) -> KeptSheet:
    """Make one proven sheet for many channels given as CSV, and keep it; ``region`` in place of the station's.

    ``replace_held`` says whether what their slots hold may go; None: what Vocator wrote there may, what else is there is left.
    Raises NotFound for the radio, DataFileError with every row that cannot be taken, SlotsInUse for slots known to hold
    something else, Beyond where the radio can do none of them.
    """
    radio = _radio(session, radio_id)
    station = StationRepository(session).get()
    request = SheetRequest(
        radio.model, "", receive=station.receive, region=region or station.region, firmware=radio.firmware, start=known_memory(session, radio, region or station.region),
    )  # fmt: skip
    known = view_of(session, radio)
    text = with_slots(known, text, request)
    rows = read_channels(text, "your list")
    kept_out = [Problem("your list", row.number, row.slot, str(no)) for row in rows if (no := _kept_out(known, row.slot))]
    if kept_out:
        raise DataFileError(kept_out)
    meant = [
        (row, understood(row.line, request.region, request.receive)) for row in rows
    ]  # what is not is refused when the sheet is made
    held = [(row, one) for row, found in meant if found and (one := held_in(known, row.slot, found.channel))]
    if held and replace_held is False:
        raise SlotsInUse(tuple(replace(one, row=row.number) for row, one in held), tuple(known.next_free(len(rows))))
    asked = {row.slot for row, _ in held if replace_held}
    may_go = tuple(row.slot for row in rows if row.slot in asked or ours(known, row.slot))
    request = replace(request, replace_slots=may_go)
    view = drawn_batch(request, text)
    count = len(view["parts"])
    title = f"{count} channels, {view['parts'][0]['slot_text']} first"
    content = {
        **view, "request": {**asdict(request), "csv": text}, "goal_kind": "store", "radio_id": radio.id, "my_name": radio.name,
        "chain": chain.as_dict() if chain else None,
    }  # fmt: skip
    sheet = KeptSheet(_id_of(chain), radio.id, view["parts"][0]["slot"], title, SheetStatus.OPEN, content, clock.utc_now())
    keep_sheet(session, sheet)
    return sheet


def _kept_out(view: RadioView, slot: str) -> Refusal | None:
    try:
        check_slot(view, slot)
    except Refusal as refused:
        return refused
    return None


def find_sheet(session: Session, sheet_id: str) -> KeptSheet:
    """Return a kept sheet; raises NotFound."""
    return _there(SheetRepository(session).get(sheet_id))


def content_apart(session: Session, sheet_id: str) -> dict[str, Any]:
    """Return what a kept sheet says, for long work without the store's connection; raises NotFound."""
    content = find_sheet(session, sheet_id).content
    let_go(session)
    return content


def _there(found: T | None) -> T:
    if found is None:
        raise NotFound("this sheet", "a sheet from the list of unfinished ones")
    return found


def kind_words(sheet: KeptSheet) -> dict[str, Any]:
    """Return how a sheet's kind of goal is worded at its end: what its slot is then, and what is still to be noted."""
    kind = KINDS[sheet.content["goal_kind"]]
    sought = {"word": kind.sought.word, "example": kind.sought.example} if kind.sought else None
    return {"about": str(kind.about), "done": kind.done, "sought": sought}


def sheet_dict(sheet: KeptSheet) -> dict[str, Any]:
    """Return a kept sheet with all that it says, as the page knows it."""
    return {
        "id": sheet.id, "title": sheet.title, "status": str(sheet.status), "created_at": sheet.created_at, "ticked": list(sheet.ticked),
        "kind": kind_words(sheet), "content": sheet.content,
    }  # fmt: skip


def summary_dict(sheet: KeptSheet) -> dict[str, Any]:
    """Return a line of the list of sheets; ``sheet`` is an outline."""
    return {
        "id": sheet.id, "title": sheet.title, "radio_id": sheet.radio_id, "radio": sheet.content["my_name"], "slot": sheet.slot,
        "status": str(sheet.status), "created_at": sheet.created_at, **counted(sheet),
    }  # fmt: skip


def sheet_text(session: Session, sheet_id: str) -> tuple[KeptSheet, str]:
    """Return a kept sheet without its steps, and all that it says as JSON text; raises NotFound."""
    return _there(SheetRepository(session).text(sheet_id))


def tick(session: Session, ticks: list[Tick]) -> list[str]:
    """Keep ticks and bring slots, history and log to what all ticks of their sheets mean; returns the ids that are now kept.

    A tick that is there already, or whose sheet is gone, changes nothing.  Raises Refusal for a step that the sheet does not have.
    """
    sheets, radios = SheetRepository(session), RadioRepository(session)
    of = sheets.radios_of(t.sheet_id for t in ticks)
    there = radios.lock(of.values())
    kept = {s: _there(sheets.outline(s, ticks=False)) for s, radio_id in of.items() if radio_id in there}
    for one in ticks:
        if one.sheet_id in kept and one.step >= (count := kept[one.sheet_id].content["step_count"]):
            raise Refusal(f"step {one.step + 1}", "tick", f"1 to {count}, as many as the sheet has", "Load the sheet again.")
    new = sheets.add_ticks(t for t in ticks if t.sheet_id in kept)
    for sheet_id in sorted(new):
        _bring_to(session, kept[sheet_id], new[sheet_id])
    return [one.id for one in ticks]


def _bring_to(session: Session, sheet: KeptSheet, new: set[str]) -> None:
    """Bring slots, history, log and status to what all ticks of a sheet mean, some of which are new."""
    sheets = SheetRepository(session)
    all_of, settled = sheets.ticks(sheet.id)
    leaves = KINDS[sheet.content["goal_kind"]].leaves
    about = (sheet.content, sheet.slot, sheet.title)
    before = progress(leaves, *about, (t for t in all_of if t.id not in new), sheet.created_at)
    found = progress(leaves, *about, all_of, sheet.created_at)
    if found.notes != before.notes:  # most ticks mean nothing for a slot
        notes = [n for n in found.notes if n.source.rpartition("/")[0] not in settled]
        RadioRepository(session).bring_to(sheet.radio_id, sheet.id, notes)
        proof = f"proven from {sheet.content['proof']['starts']} starts"
        entries = {
            n.source: LogEntry(n.told_at, sheet.content["my_name"], n.slot, f"{n.text}: {n.line}", proof, n.outcome)
            for n in notes
        }
        LogRepository(session).bring_to(sheet.id, entries)
    if found.complete != (sheet.status is SheetStatus.DONE) and (found.complete or sheet.status is not SheetStatus.PUT_AWAY):
        sheets.set_status(sheet.id, SheetStatus.DONE if found.complete else SheetStatus.OPEN)


def note_found(session: Session, sheet_id: str, value: str, at: datetime | None = None) -> None:
    """Note (as of ``at``, None: now) which tone or code a search stood still on, for the slot that its sheet wrote.

    Raises NotFound for the sheet, Refusal for one that sought nothing, and for no tone that its search goes through.
    """
    sheet = find_sheet(session, sheet_id)
    sought = KINDS[sheet.content["goal_kind"]].sought
    if sought is None:
        raise Refusal(sheet.title, "sheet", "one that found a tone or a code", "Note it on the sheet of the search.")
    typed = value.strip().upper()
    found = next((s for s in sought.values if s in (typed, f"{typed}N", f"{typed}.0")), None)
    if found is None:
        raise Refusal(value[:20], "tone", f"one of {sought.values[0]} to {sought.values[-1]}", "Read it off the radio again.")
    RadioRepository(session).lock([sheet.radio_id])
    known = RadioRepository(session).slot(sheet.radio_id, sheet.slot)
    channel = replace(Channel.from_dict(sheet.content["goal"]["channel"]), tone=tone_use(found, None)).as_dict()
    state = known.state if known.state in HELD else SlotState.WRITTEN
    RadioRepository(session).note(
        sheet.radio_id, SlotEvent(at or clock.utc_now(), sheet.slot, state, f"the tone found: {found}", channel)
    )


def found_taken(session: Session, sheet_id: str, slot: str, at: datetime | None = None) -> int:
    """Note (as of ``at``, None: now) that something stands in a slot of a sheet that nobody knew of; its own sheet is put away.  Returns the radio.

    Raises NotFound for the sheet, Refusal for a slot that it does not write.
    """
    sheet = find_sheet(session, sheet_id)
    parts = [part["slot"] for part in sheet.content.get("parts", [])]
    if slot not in (parts or [sheet.slot]):
        raise Refusal(slot[:20], "slot", ", ".join(parts or [sheet.slot]), "Say it of a slot that this sheet writes.")
    radios = RadioRepository(session)
    radios.lock([sheet.radio_id])
    known = radios.slot(sheet.radio_id, slot)
    if known.state not in HELD:
        note = "something stood there before the store: left as it was"
        radios.note(sheet.radio_id, SlotEvent(at or clock.utc_now(), slot, SlotState.OCCUPIED, note, None))
    if not parts:
        put_away(session, sheet_id)
    return sheet.radio_id


def put_away(session: Session, sheet_id: str) -> None:
    """Put a sheet away unfinished; it can be opened again."""
    find_sheet(session, sheet_id)
    SheetRepository(session).set_status(sheet_id, SheetStatus.PUT_AWAY)


def take_up(session: Session, sheet_id: str) -> None:
    """Take up a sheet that was put away."""
    find_sheet(session, sheet_id)
    SheetRepository(session).set_status(sheet_id, SheetStatus.OPEN)


def sheets_with(session: Session, status: SheetStatus) -> list[KeptSheet]:
    """Return the sheets of a status, without their steps."""
    return SheetRepository(session).with_status(status)


def open_as_pages_do(session: Session, sheet_id: str) -> KeptSheet:
    """Return a kept sheet after doing with it what its pages do: its request is read, and what its ticks mean; raises whatever fails."""
    sheets, sheet = SheetRepository(session), find_sheet(session, sheet_id)
    SheetRequest(**{k: v for k, v in sheet.content["request"].items() if k != "csv"})
    outline = {**sheet.content, "step_count": len(sheet.content["steps"])}
    leaves = KINDS[sheet.content["goal_kind"]].leaves
    progress(leaves, outline, sheet.slot, sheet.title, sheets.ticks(sheet_id)[0], clock.utc_now())
    return sheet
