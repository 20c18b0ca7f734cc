"""Load the demonstration scenario into an empty database."""

from dataclasses import replace
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.keeping.records import SlotEvent, SlotState, Station
from vocator.core.outing.outing import outing_from
from vocator.files.strict_yaml import load_yaml
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.passes.satellites import load_demo_elements
from vocator.usecases.programming.make_sheet import SheetRequest, goal_of
from vocator.usecases.twin.twins import twin_of
from vocator.where import DEMO

TRAVERSE = DEMO / "traverse.yaml"
OUTING = DEMO / "outing.yaml"


def load_demo(session: Session) -> bool:
    """Load the demonstration unless something is kept already; returns whether it was loaded."""
    radios = RadioRepository(session)
    if radios.all() or StationRepository(session).get() != Station():
        return False
    data = load_yaml(TRAVERSE).data
    StationRepository(session).save(replace(Station(), **data["station"]))
    load_demo_elements(session)
    OutingRepository(session).add(outing_from(load_yaml(OUTING).data), clock.utc_now())
    for given in data["radios"]:
        radio = radios.add(given["model"], given["firmware"], given["name"])
        radios.mark(radio.id, [(str(SlotState.FREE), 0, twin_of(given["model"], given["firmware"]).profile.slot_count - 1)])
        for slot in given["slots"]:
            channel = _channel(given, slot)
            event = SlotEvent(clock.utc_now(), slot["slot"], SlotState(slot["state"]), "demonstration", channel)
            radios.note(radio.id, event)
    return True


def _channel(radio: dict[str, Any], slot: dict[str, Any]) -> dict[str, Any] | None:
    if "line" not in slot:
        return None
    request = SheetRequest(radio["model"], slot["slot"], slot["line"], slot.get("label"), firmware=radio["firmware"])
    goal, _ = goal_of(request, twin_of(radio["model"], radio["firmware"]))
    return goal.channel.as_dict()
