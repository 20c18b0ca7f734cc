"""My radios: add, name, remove; what each holds."""

from dataclasses import dataclass, replace
from datetime import datetime
from functools import cached_property
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.channel.channel import Channel
from vocator.core.keeping.records import HELD, Radio, Slot, SlotEvent, SlotState
from vocator.core.keeping.slot_marks import Mark, ranges_of, states_of, with_marks
from vocator.core.radio.profile import Profile
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import write_held
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.errors import Held, NotFound
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.programming.sheet_view import sum_lines
from vocator.usecases.twin.twins import twin_of

SAID = {"unknown": "unknown", "free": "free", "occupied": "taken", "keep_out": "kept out"}
TAKEN = (SlotState.PLANNED, SlotState.WRITTEN, SlotState.READ_BACK, SlotState.CHECKED, SlotState.OCCUPIED, SlotState.KEEP_OUT)


@dataclass(frozen=True)
class RadioView:
    """A radio with its profile, its known slots and its next free ones, as they were at one moment."""

    radio: Radio
    profile: Profile
    slots: list[Slot]

    @property
    def keys(self) -> list[str]:
        """The slots in the radio's order."""
        return [self.profile.slot_key(i) for i in range(self.profile.slot_count)]

    def states(self) -> list[SlotState]:
        """Return what is known of each slot: what was noted of it alone, else what was said of its range."""
        return self._states

    def state_of(self, slot: str) -> SlotState | None:
        """Return what is known of one slot, None for one that the radio does not have."""
        index = self.profile.slot_index(slot)
        return None if index is None else self._states[index]

    @cached_property
    def _states(self) -> list[SlotState]:
        noted = {s.slot: s.state for s in self.slots if s.state is not SlotState.UNKNOWN}
        marked = states_of(self.profile.slot_count, [Mark(SlotState(s), a, b) for s, a, b in self.radio.marks])
        return [_known(noted.get(key), state) for key, state in zip(self.keys, marked, strict=True)]

    def next_free(self, count: int = 3) -> list[str]:
        """Return the lowest slots that are known to be free; a slot that nobody looked at is not one of them."""
        return [k for k, state in zip(self.keys, self.states(), strict=True) if state is SlotState.FREE][:count]

    @property
    def asked(self) -> bool:
        """Whether it was said what stands in the memory, if only that nobody knows."""
        return bool(self.radio.marks)

    def waiting(self) -> list[Slot]:
        """Return the slots that were written and not yet looked at."""
        return [s for s in self.slots if s.state is SlotState.WRITTEN]


def _known(noted: SlotState | None, said: SlotState) -> SlotState:
    """Return what is known of a slot by itself and by its range: a plan does not make a taken slot free to write."""
    planned_over = noted is SlotState.PLANNED and said in (SlotState.OCCUPIED, SlotState.KEEP_OUT)
    return said if noted is None or planned_over else noted


def view_of(session: Session, radio: Radio) -> RadioView:
    """Return a radio with what is known of it."""
    return RadioView(radio, twin_of(radio.model, radio.firmware).profile, RadioRepository(session).slots(radio.id))


def all_radios(session: Session) -> list[RadioView]:
    """Return all my radios."""
    return [view_of(session, radio) for radio in RadioRepository(session).all()]


def find_radio(session: Session, radio_id: int) -> RadioView:
    """Return one radio; raises NotFound."""
    radio = RadioRepository(session).get(radio_id)
    if radio is None:
        raise NotFound(f"radio {radio_id}", "one of my radios")
    return view_of(session, radio)


def add_radio(session: Session, model: str, firmware: str | None, name: str) -> RadioView:
    """Add a radio; raises NotFound for a model or firmware that does not exist."""
    profile = twin_of(model, firmware).profile
    return view_of(session, RadioRepository(session).add(model, profile.firmware, name.strip() or profile.name))


def mark_slots(session: Session, radio_id: int, state: SlotState, text: str) -> RadioView:
    """Note what is said of ranges of slots (``1-30``, ``all but 40-60``); raises NotFound, Refusal for what names none."""
    view = find_radio(session, radio_id)
    texts = [view.profile.slot_text(i) for i in range(view.profile.slot_count)]
    RadioRepository(session).lock([radio_id])
    before = [Mark(SlotState(s), a, b) for s, a, b in view.radio.marks]
    marks = with_marks(before, state, ranges_of(text, view.keys, texts))
    RadioRepository(session).mark(radio_id, [(str(m.state), m.first, m.last) for m in marks])
    return find_radio(session, radio_id)


def check_slot(view: RadioView, slot: str) -> None:
    """Raise Refusal for a slot that is kept out."""
    index = view.profile.slot_index(slot)
    if index is not None and view.state_of(slot) is SlotState.KEEP_OUT:
        raise Refusal(
            f"slot {view.profile.slot_text(index)}",
            "slot",
            "one that is not kept out",
            "Take another, or mark it otherwise in Radios.",
        )


def held_in(view: RadioView, slot: str, wanted: Channel | None) -> Held | None:
    """Return what a slot is known to hold beside ``wanted``; None where nothing is known, or where it is the same pair of frequencies, set right.

    The radio's call channel always holds something.
    """
    index = view.profile.slot_index(slot)
    if index is None:
        return None
    key = view.profile.slot_key(index)
    kept = next((s for s in view.slots if s.slot == key), None)
    state = view.state_of(slot)
    if state not in (*HELD, SlotState.OCCUPIED) and index != view.profile.call_slot:
        return None
    channel = Channel.from_dict(kept.channel) if kept and kept.channel and kept.state is not SlotState.PLANNED else None
    if channel is not None and wanted is not None and _pair(channel) == _pair(wanted):
        return None
    return Held(key, view.profile.slot_text(index), channel.rx_hz if channel else None, channel.label if channel else None)


def _pair(channel: Channel) -> tuple[int, int]:
    """Return a channel's two frequencies as a slot holds them, in hertz: what only receives stands there as simplex."""
    return channel.rx_hz, channel.rx_hz if channel.tx_hz is None else channel.tx_hz


def ours(view: RadioView, slot: str) -> bool:
    """Whether what a slot holds was written from here."""
    return view.state_of(slot) in HELD


def note_slot(
    session: Session,
    radio_id: int,
    slot: str,
    state: SlotState,
    text: str,
    channel: dict[str, Any] | None,
    at: datetime | None = None,
) -> None:
    """Note by hand what is known of a slot since ``at`` (None: now); raises NotFound for a slot the radio does not have."""
    view = find_radio(session, radio_id)
    if view.profile.slot_index(slot) is None:
        raise NotFound(f"slot {slot}", f"{view.profile.slot_text(0)} to {view.profile.slot_text(view.profile.slot_count - 1)}")
    RadioRepository(session).lock([radio_id])
    RadioRepository(session).note(radio_id, SlotEvent(at or clock.utc_now(), slot, state, text, channel))


def say_slot(session: Session, radio_id: int, slot: str, state: SlotState, shows: str, at: datetime | None = None) -> None:
    """Note by hand what is known of a slot since ``at`` (None: now); ``shows`` is what its display shows, as a listing line.

    Raises NotFound, and Refusal for what cannot be read.
    """
    text = f"said to be {SAID[str(state)]}"
    if not shows.strip() or state is not SlotState.OCCUPIED:
        note_slot(session, radio_id, slot, state, text, None, at)
        return
    found = resolve_line(shows, StationRepository(session).get().region)
    note_slot(session, radio_id, slot, state, f"{text}: {shows.strip()}", found.channel.as_dict(), at)


def held_csv(session: Session, radio_id: int) -> str:
    """Return the channels that are known to stand in a radio, by slot, as a CSV of channels; raises NotFound."""
    view = find_radio(session, radio_id)
    by_key = {s.slot: s.channel for s in view.slots if s.channel and s.state is not SlotState.PLANNED}
    return write_held((key, Channel.from_dict(by_key[key])) for key in view.keys if key in by_key)


def rename_radio(session: Session, radio_id: int, name: str) -> RadioView:
    """Give a radio another name; raises NotFound."""
    find_radio(session, radio_id)
    RadioRepository(session).rename(radio_id, name)
    return find_radio(session, radio_id)


def remove_radio(session: Session, radio_id: int) -> None:
    """Remove a radio with its slots and sheets; raises NotFound."""
    find_radio(session, radio_id)
    RadioRepository(session).remove(radio_id)


def slot_with_history(session: Session, radio_id: int, slot: str) -> tuple[Slot, list[SlotEvent]]:
    """Return what is known of a slot, by itself or by its range, and how that came; raises NotFound for the radio."""
    view = find_radio(session, radio_id)
    radios = RadioRepository(session)
    index = view.profile.slot_index(slot)
    known = radios.slot(radio_id, slot)
    return replace(known, state=view.states()[index]) if index is not None else known, radios.history(radio_id, slot)


def slot_dict(slot: Slot) -> dict[str, Any]:
    """Return a slot as the page knows it."""
    return {"slot": slot.slot, "state": str(slot.state), "channel": slot.channel, "changed_at": slot.changed_at}


def radio_dict(view: RadioView) -> dict[str, Any]:
    """Return a radio with its slots as the page knows it."""
    radio, profile = view.radio, view.profile
    return {
        "id": radio.id, "model": radio.model, "model_name": profile.name, "firmware": radio.firmware, "name": radio.name,
        "slot_keys": view.keys, "slot_texts": [profile.slot_text(i) for i in range(profile.slot_count)], "slot_count": profile.slot_count,
        "next_free": view.next_free(), "states": [str(s) for s in view.states()], "asked": view.asked,
        "waiting": [s.slot for s in view.waiting()], "slots": [slot_dict(s) for s in view.slots],
    }  # fmt: skip


def history_dict(session: Session, radio_id: int, slot: str) -> dict[str, Any]:
    """Return a slot with its history as the page knows it; raises NotFound for the radio."""
    known, events = slot_with_history(session, radio_id, slot)
    return {
        "slot": slot_dict(known),
        "history": [{"at": e.at, "state": str(e.state), "text": e.text, "channel": e.channel} for e in events],
        "sum": sum_lines(known.channel, {}, False) if known.channel else [],
    }
