"""Devices that go where no server is: what they take along, and what they did when they are back."""

import hashlib
import logging
import zlib
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from functools import cache, partial
from typing import Any

from sqlalchemy.exc import DataError, IntegrityError, InterfaceError, OperationalError
from sqlalchemy.orm import Session

from vocator import VERSION, clock
from vocator.core.instants import stamped
from vocator.core.keeping.records import KeptSheet, SheetStatus, SlotState
from vocator.core.outing.kept import PlacedChannel
from vocator.files.profile_readings import build_whole, read_kept
from vocator.files.profile_yaml import build
from vocator.storage.field_repository import FieldRepository
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.repositories import SheetRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.keeping.radios import add_radio, mark_slots, remove_radio, rename_radio, say_slot
from vocator.usecases.keeping.station import save_station
from vocator.usecases.network.field_kit import compiled_texts, heart_files
from vocator.usecases.outings.outings import add as add_outing
from vocator.usecases.outings.outings import change as change_outing
from vocator.usecases.outings.outings import kept, remove_outing
from vocator.usecases.problem_details import known
from vocator.usecases.programming.sheets import (
    found_taken,
    keep_sheet,
    note_found,
    open_as_pages_do,
    put_away,
    take_up,
    tick,
)
from vocator.usecases.twin.drill import answer as answer_drill
from vocator.usecases.twin.drill import keep_ride
from vocator.usecases.twin.twins import twin_of

log = logging.getLogger("vocator")
DEVICE_IDS = 2**31
"""From here on the number of a radio or an outing is one that a device gave."""


@dataclass(frozen=True, slots=True)
class Heart:
    """The files of the heart as they go along: name, content, bytes as a web server packs them; one digest for all."""

    digest: str
    files: dict[str, bytes]
    packed: dict[str, int]


@cache
def heart() -> Heart:
    """Return the heart; raises Refusal where the front end is not set up."""
    files = heart_files()
    digest = hashlib.sha256(
        b"".join(name.encode() + hashlib.sha256(raw).digest() for name, raw in sorted(files.items()))
    ).hexdigest()
    return Heart(digest[:16], files, {name: len(zlib.compress(raw, 5)) for name, raw in files.items()})


def manifest() -> dict[str, Any]:
    """Return what is to be fetched: version, digest, and each file with its bytes as they come and as they are packed on the way."""
    found = heart()
    files = [{"name": n, "bytes": len(raw), "packed": found.packed[n]} for n, raw in sorted(found.files.items())]
    return {"version": VERSION, "digest": found.digest, "files": files}


def taken_along(session: Session, known_sheets: set[str]) -> dict[str, list[dict[str, Any]]]:
    """Return the rows that a device takes along, profiles of one's own compiled among them."""
    return {**FieldRepository(session).rows(known_sheets), "own_profile": compiled_rows(session)}


def compiled_rows(session: Session, models: set[str] | None = None) -> list[dict[str, Any]]:
    """Return profiles of one's own as they go along, of some models or of all."""
    own = FieldRepository(session).own_profiles()
    return [_compiled(m, text) for m, text in sorted(own.items()) if models is None or m in models]


@cache
def _compiled(model: str, text: str) -> dict[str, Any]:
    located = read_kept(text, "profile.yaml")
    first = build_whole(located)
    texts = compiled_texts((f.name for f in first.firmwares), partial(build, located))
    return {"model": model, "first": first.firmware, "texts": texts}


@dataclass(frozen=True, slots=True)
class Done:
    """Something done on a device: an id and a moment of its own, a kind, and what that says."""

    id: str
    at: datetime
    kind: str
    what: dict[str, Any]


def take_events(session: Session, given: list[Done]) -> dict[str, Any]:
    """Take what a device did, in its order, each once; what cannot be taken is told and does not hold back the others.

    Returns the ids that are done with, the words for those that were refused, and the numbers that its radios have here.
    """
    field = FieldRepository(session)
    now = clock.utc_now()
    for one in given:
        if not field.begin(one.id, (at := stamped(one.at, now)[0]), one.kind):
            continue
        try:
            with session.begin_nested():
                KINDS[one.kind](session, one.id, at, one.what)
        except Exception as error:
            field.refuse(one.id, _why(error))
    radios = {w["radio_id"] for one in given if "radio_id" in (w := one.what)}
    here = {str(n): real for n in radios if n >= DEVICE_IDS and (real := field.number_of(n)) is not None}
    return {"ids": [one.id for one in given], "refused": field.refused(one.id for one in given), "radios": here}


def _why(error: Exception) -> str:
    """Return why an event could not be taken; raises what the store fails with: then the device tells it all again."""
    if isinstance(error, OperationalError | InterfaceError):
        raise error
    problem = known(error)
    if problem is not None:
        return str(problem["detail"])
    if not isinstance(error, DataError | IntegrityError | KeyError | TypeError | ValueError | AttributeError):
        log.error("an event of a device failed", exc_info=error)  # it must not hold back the others for good
    return "it is not whole: something in it is none that can be kept"


def _real(session: Session, number: int, what: str = "its radio", allowed: str = "one of my radios") -> int:
    """Return the number that a radio (or outing) has here; raises NotFound for one of a device that is not known."""
    found = FieldRepository(session).number_of(number) if number >= DEVICE_IDS else number
    if found is None:
        raise NotFound(what, allowed)
    return found


def _radio(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    made = add_radio(session, what["model"], what["firmware"], what["name"])
    FieldRepository(session).of_device(event, made.radio.id, what["radio_id"])


def _radio_name(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    radio_id, field = _real(session, what["radio_id"]), FieldRepository(session)
    if not field.later("radio name", at, radio_id):
        rename_radio(session, radio_id, what["name"])
    field.of_device(event, radio_id)


def _radio_removed(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    remove_radio(session, _real(session, what["radio_id"]))


def _marks(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    mark_slots(session, _real(session, what["radio_id"]), SlotState(what["state"]), what["slots"])


def _slot(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    say_slot(session, _real(session, what["radio_id"]), what["slot"], SlotState(what["state"]), what["shows"], at)


def _sheet(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    given = what["sheet"]
    if SheetRepository(session).outline(given["id"]) is not None:
        return
    radio_id = _real(session, given["radio_id"])
    content = {**given["content"], "radio_id": radio_id}
    sheet = KeptSheet(given["id"], radio_id, given["slot"], given["title"], SheetStatus.OPEN, content, at)
    keep_sheet(session, sheet)
    session.flush()
    open_as_pages_do(session, sheet.id)


def _sheet_status(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    (put_away if what["status"] == "put_away" else take_up)(session, what["sheet_id"])


def _ticks(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    tick(session, what["ticks"])


def _tone_found(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    note_found(session, what["sheet_id"], what["value"], at)


def _slot_taken(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    found_taken(session, what["sheet_id"], what["slot"], at)


def _outing(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    made = add_outing(session, what["outing"])
    FieldRepository(session).of_device(event, made.id, what["outing_id"])


def _outing_changed(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    one = kept(session, _real_outing(session, what["outing_id"]))
    change_outing(session, one.id, one.version, what["outing"])


def _outing_removed(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    remove_outing(session, _real_outing(session, what["outing_id"]))


def _real_outing(session: Session, outing_id: int) -> int:
    return _real(session, outing_id, "its outing", "one from the list of outings")


def _outing_radio(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    one = kept(session, _real_outing(session, what["outing_id"]))
    twin_of(what["model"], what["firmware"], one.outing.region)
    store = OutingRepository(session)
    store.one_at_a_time(one.id, what["person_id"])
    radio = store.radio_for(one.id, what["person_id"], what["model"], what["firmware"], what["name"])
    FieldRepository(session).of_device(event, radio.id, what["radio_id"])


def _placed(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    radio_id = _real(session, what["radio_id"])
    for placed in what["placed"]:
        OutingRepository(session).put_placed(PlacedChannel(radio_id, **placed))


def _station(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    if not FieldRepository(session).later("station", at):
        save_station(session, what["station"])


def _drill(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    answer_drill(session, what["answer"])


def _ride(session: Session, event: str, at: datetime, what: dict[str, Any]) -> None:
    keep_ride(session, what["ride"])


KINDS: dict[str, Callable[[Session, str, datetime, dict[str, Any]], None]] = {
    "radio": _radio, "radio name": _radio_name, "radio removed": _radio_removed, "marks": _marks, "slot": _slot, "sheet": _sheet,
    "sheet status": _sheet_status, "ticks": _ticks, "tone found": _tone_found, "slot taken": _slot_taken, "station": _station, "drill": _drill,
    "ride": _ride, "outing": _outing, "outing changed": _outing_changed, "outing removed": _outing_removed, "outing radio": _outing_radio,
    "placed": _placed,
}  # fmt: skip
"""What is done on a device, as ``vocator.field.kernel`` notes it."""
