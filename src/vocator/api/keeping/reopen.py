"""Open everything that a restored archive brought, as the pages would, before any of it is kept."""

from collections.abc import Callable, Iterable
from dataclasses import asdict
from functools import partial
from typing import Any

from pydantic import ValidationError
from sqlalchemy.orm import Session

from vocator.api.keeping.radios import radio, read_slot
from vocator.api.keeping.station import read_station
from vocator.api.outings.outings import one as outing_board
from vocator.api.outings.outings import repeaters
from vocator.api.passes.passes import picked_calendar, satellites
from vocator.api.programming.sheets import sheet_shape
from vocator.api.schemas import LogShape, StationShape
from vocator.api.twin.drill import drill
from vocator.core.orbit.elements import faults_of
from vocator.core.orbit.horizon_mask import mask_of
from vocator.core.refusal import Refusal
from vocator.files.profile_yaml import model_names
from vocator.files.region_yaml import load_region
from vocator.usecases.keeping.archive import kept_rows
from vocator.usecases.keeping.contacts import contacts_view, latest_lines
from vocator.usecases.outings.outings import check, kept
from vocator.usecases.passes.satellites import all_satellites
from vocator.usecases.profiles.own_profiles import check_kept_profile
from vocator.usecases.programming.sheets import open_as_pages_do
from vocator.usecases.twin.twins import known_meanwhile, twin_of

SITE = (49.5, -57.8)
MOST_LINES = 1_000_000


def reopen(store: Session) -> None:
    """Build every record of the store and every view of it; raises Refusal naming the part, the row and the field that fails."""
    profiles = {row["model"]: row["text"] for row in kept_rows(store, "own_profile")}
    for model, text in profiles.items():
        _open("own_profile", model, partial(check_kept_profile, model, text))
    with known_meanwhile(profiles):
        _open_all(store, profiles)


def _open_all(store: Session, profiles: Iterable[str]) -> None:
    _open("station", "1", lambda: _station(read_station(store)))
    keys: dict[int, tuple[str, ...]] = {}
    for row in kept_rows(store, "radio"):
        keys[row["id"]] = _open("radio", row["id"], partial(twin_of, row["model"], row["firmware"])).profile.slot_keys
    for name in ("slot", "slot_event"):
        for radio_id, slot in sorted({(r["radio_id"], r["slot"]) for r in kept_rows(store, name)}):
            _open(name, f"{radio_id}, slot {slot}", partial(_slot, store, radio_id, slot, keys[radio_id]))
    for radio_id in keys:
        _open("radio", radio_id, partial(radio, radio_id, store))
    for row in kept_rows(store, "sheet"):
        _open("sheet", row["id"], partial(_sheet, store, row["id"]))
    for row in kept_rows(store, "outing"):
        _open("outing", row["id"], partial(_outing, store, row["id"]))
    _open("work_log", "", lambda: [LogShape.model_validate(_line(e)) for e in latest_lines(store, MOST_LINES)])
    _open("contact", "", lambda: contacts_view(store))
    for k in _open("element_set", "", lambda: all_satellites(store)):
        _open("element_set", k.elements.number, partial(_elements, k.elements))
    _open("element_set", "", lambda: satellites(store))
    if kept_rows(store, "chosen_pass") and read_station(store).latitude_deg is not None:
        _open("chosen_pass", "", lambda: picked_calendar(store))
    for person, model in sorted({(r["person"], r["model"]) for r in kept_rows(store, "drill_event")}):
        if model in (*model_names(), *profiles):
            _open("drill_event", f"{person}, {model}", partial(drill, model, store, person))
    _open("listed_repeater", "", lambda: repeaters(store, *SITE))


def _station(station: StationShape) -> None:
    mask_of(station.mask)
    if odd := set(station.may_send_on) - {b.name for b in load_region(station.region).bands}:
        raise ValueError(f"may_send_on: {sorted(odd)[0]} is no band of this region")


def _line(entry: Any) -> dict[str, Any]:
    return {k: v for k, v in asdict(entry).items() if k != "extra"}


def _slot(store: Session, radio_id: int, slot: str, keys: tuple[str, ...]) -> None:
    read_slot(radio_id, slot, store)
    if slot not in keys:
        raise ValueError(f"slot {slot!r} is none of this radio")


def _sheet(store: Session, sheet_id: str) -> None:
    sheet_shape(open_as_pages_do(store, sheet_id))


def _outing(store: Session, outing_id: int) -> None:
    check(kept(store, outing_id).outing)
    outing_board(outing_id, store)


def _elements(elements: Any) -> None:
    for fault in faults_of(elements):
        raise ValueError(f"{fault.field}: {fault.found}; allowed: {fault.allowed}")


def _open(part: str, row: Any, view: Callable[[], Any]) -> Any:
    """Return a view; raises Refusal in place of whatever it fails with, since any failure is one that a page would meet later."""
    try:
        return view()
    except ValidationError as error:
        first = error.errors()[0]
        why = f"{_path(first['loc'])}: {first['msg']}"
    except Exception as error:
        why = f"{type(error).__name__}: {error}" if isinstance(error, KeyError | AttributeError | AssertionError) else str(error)
    where = f"{part}, row of {row}" if row != "" else part
    raise Refusal(f"{where}: {why.splitlines()[0][:200] if why else 'it does not open'}", "restore", "parts that open as they did where they were exported", "Nothing was restored. Export it anew, or take this row out of the archive.")  # fmt: skip


def _path(loc: Iterable[Any]) -> str:
    return ".".join(str(p) for p in loc)
