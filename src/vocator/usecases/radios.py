"""My radios: add, name, remove; what each holds."""

from dataclasses import dataclass
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.keeping.records import Radio, Slot, SlotEvent, SlotState
from vocator.core.radio.profile import Profile
from vocator.storage.repositories import RadioRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.twins import twin_of

TAKEN = (SlotState.PLANNED, SlotState.WRITTEN, SlotState.READ_BACK, SlotState.CHECKED)


@dataclass(frozen=True, slots=True)
class RadioView:
    """A radio with its profile, its known slots and its next free ones."""

    radio: Radio
    profile: Profile
    slots: list[Slot]

    def next_free(self, count: int = 3) -> list[str]:
        """Return the lowest slots that nothing is known to stand in."""
        taken = {s.slot for s in self.slots if s.state in TAKEN}
        keys = (self.profile.slot_key(i) for i in range(self.profile.slot_count))
        return [k for k in keys if k not in taken][:count]

    def waiting(self) -> list[Slot]:
        """Return the slots that were written and not yet looked at."""
        return [s for s in self.slots if s.state is SlotState.WRITTEN]


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


def note_slot(session: Session, radio_id: int, slot: str, state: SlotState, text: str, channel: dict[str, Any] | None) -> None:
    """Note by hand what is known of a slot; raises NotFound for a slot the radio does not have."""
    view = find_radio(session, radio_id)
    if view.profile.slot_index(slot) is None:
        raise NotFound(f"slot {slot}", f"{view.profile.slot_text(0)} to {view.profile.slot_text(view.profile.slot_count - 1)}")
    RadioRepository(session).lock([radio_id])
    RadioRepository(session).note(radio_id, SlotEvent(clock.utc_now(), slot, state, text, channel))


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
    """Return what is known of a slot and how that came; raises NotFound for the radio."""
    find_radio(session, radio_id)
    radios = RadioRepository(session)
    return radios.slot(radio_id, slot), radios.history(radio_id, slot)
