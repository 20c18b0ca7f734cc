"""My radios and their slots."""

from fastapi import APIRouter, Response

from vocator.api.media import file_of
from vocator.api.outings.outing_schemas import FaultTree
from vocator.api.programming.sheet_schemas import GoalForm
from vocator.api.schemas import NewRadio, RadioName, RadioShape, SeenOnRadioShape, SlotHistory, SlotMarks, SlotNote
from vocator.api.store import Store
from vocator.core.keeping.records import SlotState
from vocator.usecases.keeping.radios import (
    RadioView,
    add_radio,
    all_radios,
    find_radio,
    held_csv,
    history_dict,
    mark_slots,
    radio_dict,
    remove_radio,
    rename_radio,
    say_slot,
)
from vocator.usecases.outings.faults import faults_view
from vocator.usecases.programming.evidence import seen_view
from vocator.usecases.programming.goal_forms import forms_view
from vocator.usecases.twin.twins import twin_of

router = APIRouter(prefix="/api/radios", tags=["radios"])


def _radio(view: RadioView) -> RadioShape:
    return RadioShape.model_validate(radio_dict(view))


@router.get("")
def radios(store: Store) -> list[RadioShape]:
    """Return all my radios with their slots."""
    return [_radio(view) for view in all_radios(store)]


@router.post("", status_code=201)
def add(given: NewRadio, store: Store) -> RadioShape:
    """Add a radio."""
    return _radio(add_radio(store, given.model, given.firmware, given.name))


@router.get("/{radio_id}")
def radio(radio_id: int, store: Store) -> RadioShape:
    """Return one radio."""
    return _radio(find_radio(store, radio_id))


@router.post("/{radio_id}/marks")
def mark(radio_id: int, given: SlotMarks, store: Store) -> RadioShape:
    """Note what is said of ranges of slots; what was noted of one alone stays."""
    return _radio(mark_slots(store, radio_id, SlotState(given.state), given.slots))


@router.get("/{radio_id}/slots.csv", **file_of("text/csv"))
def held_as_csv(radio_id: int, store: Store) -> Response:
    """Return what is known to stand in a radio, as a list that another radio takes."""
    head = {"Content-Disposition": 'attachment; filename="slots.csv"'}
    return Response(held_csv(store, radio_id), media_type="text/csv", headers=head)


@router.get("/{radio_id}/goals")
def goals(radio_id: int, store: Store) -> list[GoalForm]:
    """Return what may be asked of a radio, with the reason where it cannot."""
    view = find_radio(store, radio_id)
    return [GoalForm.model_validate(f) for f in forms_view(twin_of(view.radio.model, view.radio.firmware))]


@router.get("/{radio_id}/seen")
def seen(radio_id: int, store: Store) -> SeenOnRadioShape:
    """Return what of its profile was seen on a radio, from the steps that were done and found as drawn."""
    return SeenOnRadioShape.model_validate(seen_view(store, radio_id))


@router.patch("/{radio_id}")
def rename(radio_id: int, given: RadioName, store: Store) -> RadioShape:
    """Give a radio another name."""
    return _radio(rename_radio(store, radio_id, given.name))


@router.delete("/{radio_id}", status_code=204)
def remove(radio_id: int, store: Store) -> Response:
    """Remove a radio with its slots and sheets."""
    remove_radio(store, radio_id)
    return Response(status_code=204)


@router.get("/{radio_id}/slots/{slot}")
def read_slot(radio_id: int, slot: str, store: Store) -> SlotHistory:
    """Return a slot with its history."""
    return SlotHistory.model_validate(history_dict(store, radio_id, slot))


@router.put("/{radio_id}/slots/{slot}")
def say_of_slot(radio_id: int, slot: str, given: SlotNote, store: Store) -> SlotHistory:
    """Take the operator's word for a slot: what it is, and what the display shows there."""
    say_slot(store, radio_id, slot, SlotState(given.state), given.shows)
    store.flush()
    return read_slot(radio_id, slot, store)


@router.get("/{radio_id}/slots/{slot}/faults")
def faults(radio_id: int, slot: str, store: Store) -> FaultTree:
    """Return what it may be when nothing was heard from a slot, the likeliest first."""
    return FaultTree.model_validate(faults_view(store, radio_id, slot))
