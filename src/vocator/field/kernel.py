"""What a page asks of the heart where no server is: the same calls as the API's, the same answers, by the same use cases.

Runs under a Python in the page, with the standard library and small pure packages alone.  What is kept is a book of rows
that the page writes down; what was done is noted, so that a server can be told later.
"""

import json
import re
from collections.abc import Callable
from dataclasses import asdict
from datetime import UTC, date, datetime
from importlib import import_module
from typing import Any
from urllib.parse import parse_qsl, quote, unquote, urlencode, urlsplit

from vocator import clock
from vocator.core.channel.channel import Channel
from vocator.core.instants import instant_from, stamped
from vocator.core.keeping.log_filter import LogFilter
from vocator.core.keeping.records import Outcome, SheetStatus, SlotState, Station, Tick
from vocator.field import carried
from vocator.field.book import Book, part, take
from vocator.field.later import LATER
from vocator.storage.repositories import LogRepository, RadioRepository, StationRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.keeping.radios import (
    add_radio,
    all_radios,
    find_radio,
    history_dict,
    mark_slots,
    radio_dict,
    remove_radio,
    rename_radio,
    say_slot,
)  # fmt: skip
from vocator.usecases.outings.fault_branches import branches
from vocator.usecases.passes.ride_score import Turned, score
from vocator.usecases.problem_details import known
from vocator.usecases.programming.chains import chain_of_pass
from vocator.usecases.programming.evidence import seen_view
from vocator.usecases.programming.goal_forms import forms_view
from vocator.usecases.programming.line_view import line_view, regions_view
from vocator.usecases.programming.sheet_work import recovery_from, sights_after, standing, twin_after
from vocator.usecases.programming.sheets import (
    find_sheet,
    found_taken,
    note_found,
    open_batch,
    open_sheet,
    put_away,
    sheet_dict,
    sheets_with,
    summary_dict,
    take_up,
    tick,
)  # fmt: skip
from vocator.usecases.twin.drawing import drawing, drawings, entries, way_home_view
from vocator.usecases.twin.twin_play import play, start_play
from vocator.usecases.twin.twins import forget_shipped, twin_of

Given = dict[str, Any]
Answer = Callable[..., Any]
_book: Any = Book()  # use cases know it as a session of the store
MOST_LINES = 20_000
MADE = (
    ("POST", "radios"),
    ("POST", "sheets"),
    ("POST", "sheets/batch"),
    ("POST", "passes/<number>/<aos>/sheets"),
    ("POST", "outings"),
    ("POST", "outings/import"),
    ("POST", "outings/<outing_id>/people/<person_id>/sheet"),
)
"""What answers 201 where it succeeds."""


def _models() -> list[Given]:
    return [*drawings(), *(drawing(twin_of(m)) for m in carried.models())]


def _model(model: str, firmware: str | None = None) -> Given:
    twin = twin_of(model, firmware)
    return {**drawing(twin), "entries": entries(twin)}


def _ways_home(model: str, firmware: str | None = None) -> list[Given]:
    return way_home_view(twin_of(model, firmware))


def _station() -> Given:
    return asdict(StationRepository(_book).get())


def _save_station(given: Given) -> Given:
    call_sign = str(given["call_sign"]).strip().upper()
    mask = tuple((float(a), float(e)) for a, e in given["mask"])
    StationRepository(_book).save(
        Station(**{**given, "may_send_on": tuple(given["may_send_on"]), "call_sign": call_sign, "mask": mask})
    )
    _book.note("station", station=given)
    return _station()


def _resolve(given: Given) -> Given:
    return line_view(StationRepository(_book).get(), given["line"])


def _radios() -> list[Given]:
    return [radio_dict(view) for view in all_radios(_book)]


def _radio(radio_id: int) -> Given:
    return radio_dict(find_radio(_book, radio_id))


def _add_radio(given: Given) -> Given:
    made = radio_dict(add_radio(_book, given["model"], given.get("firmware"), given.get("name", "")))
    _book.note("radio", radio_id=made["id"], model=made["model"], firmware=made["firmware"], name=made["name"])
    return made


def _rename_radio(radio_id: int, given: Given) -> Given:
    found = radio_dict(rename_radio(_book, radio_id, given["name"]))
    _book.note("radio name", radio_id=radio_id, name=given["name"])
    return found


def _remove_radio(radio_id: int) -> None:
    remove_radio(_book, radio_id)
    _book.note("radio removed", radio_id=radio_id)


def _mark(radio_id: int, given: Given) -> Given:
    found = radio_dict(mark_slots(_book, radio_id, SlotState(given["state"]), given["slots"]))
    _book.note("marks", radio_id=radio_id, state=given["state"], slots=given["slots"])
    return found


def _goals(radio_id: int) -> list[Given]:
    radio = find_radio(_book, radio_id).radio
    return forms_view(twin_of(radio.model, radio.firmware))


def _seen(radio_id: int) -> Given:
    return seen_view(_book, radio_id)


def _slot(radio_id: int, slot: str) -> Given:
    return history_dict(_book, radio_id, slot)


def _say_slot(radio_id: int, slot: str, given: Given) -> Given:
    shows = given.get("shows", "")
    say_slot(_book, radio_id, slot, SlotState(given["state"]), shows)
    _book.note("slot", radio_id=radio_id, slot=slot, state=given["state"], shows=shows)
    return _slot(radio_id, slot)


def _faults(radio_id: int, slot: str) -> Given:
    radios = RadioRepository(_book)
    radio, kept = radios.get(radio_id), radios.slot(radio_id, slot)
    if radio is None or kept.channel is None:
        raise NotFound(f"a channel in slot {slot}", "a slot that is known to hold one")
    return branches(radio, slot, Channel.from_dict(kept.channel), StationRepository(_book).get().region)


def _sheets(status: str = "open") -> list[Given]:
    return [summary_dict(s) for s in sheets_with(_book, SheetStatus(status))]


def _sheet(sheet_id: str) -> Given:
    return sheet_dict(find_sheet(_book, sheet_id))


def _told(made: Given, radio_id: int, slot: str) -> Given:
    _book.note_sheet(made, radio_id, slot)
    return made


def _make(given: Given) -> Given:
    made = open_sheet(
        _book, given["radio_id"], given["slot"], given.get("key") or given.get("line", ""), given.get("label"), given.get("power"),
        given.get("goal", "store"), given.get("row"), given.get("way"), replace_held=bool(given.get("replace")),
    )  # fmt: skip
    return _told(sheet_dict(made), made.radio_id, made.slot)


def _make_batch(given: Given) -> Given:
    made = open_batch(_book, given["radio_id"], given["csv"], replace_held=bool(given.get("replace")))
    return _told(sheet_dict(made), made.radio_id, made.slot)


def _set_status(sheet_id: str, given: Given) -> Given:
    (put_away if given["status"] == "put_away" else take_up)(_book, sheet_id)
    _book.note("sheet status", sheet_id=sheet_id, status=given["status"])
    return _sheet(sheet_id)


def _ticks(given: Given) -> Given:
    ids = tick(_book, [_tick(t) for t in given["ticks"]])
    _book.note("ticks", ticks=given["ticks"])
    return {"ids": ids, "notes": []}


def _tick(given: Given) -> Tick:
    at, _ = stamped(instant_from(given["at"]), clock.utc_now())
    outcome = Outcome(given["outcome"]) if given.get("outcome") else None
    return Tick(given["id"], given["sheet_id"], given["step"], at, given.get("done", True), outcome)


def _found(sheet_id: str, given: Given) -> None:
    note_found(_book, sheet_id, given["value"])
    _book.note("tone found", sheet_id=sheet_id, value=given["value"])


def _taken(sheet_id: str, given: Given) -> Given:
    radio_id = found_taken(_book, sheet_id, given["slot"])
    _book.note("slot taken", sheet_id=sheet_id, slot=given["slot"])
    return {"next_free": find_radio(_book, radio_id).next_free()}


def _twin_at(sheet_id: str, done: int) -> Given:
    return twin_after(find_sheet(_book, sheet_id).content, done)


def _standing(sheet_id: str) -> Given:
    return standing(find_sheet(_book, sheet_id).content)


def _sights(sheet_id: str, step: int) -> list[Given]:
    return sights_after(find_sheet(_book, sheet_id).content, step)


def _recovery(sheet_id: str, step: int, given: Given) -> Given:
    return recovery_from(find_sheet(_book, sheet_id).content, step, given.get("text"), given.get("main") or "")


def _start(given: Given) -> Given:
    return start_play(given["model"], given.get("firmware"), given.get("region", "r2"), given.get("start"))


def _act(given: Given) -> Given:
    return play(given["model"], given.get("firmware"), given.get("region", "r2"), given["token"], given["keys"])


def _log(count: str = "50", **wanted: str) -> list[Given]:
    words: list[Any] = [wanted.get(k, "") for k in ("find", "satellite", "band", "radio", "outcome")]
    days = [date.fromisoformat(wanted[k]) if wanted.get(k) else None for k in ("first_day", "last_day")]
    looked_for = LogFilter(*words, *days)
    found = [e for e in LogRepository(_book).latest(MOST_LINES) if looked_for.takes_work(e)]
    return [{k: v for k, v in asdict(e).items() if k != "extra"} for e in found[: int(count)]]


def _pass_sheets(number: str, aos: str, given: Given, **choice: str) -> Given:
    """Make the sheets of a pass that was taken along, from what the page was shown of it."""
    query = f"?{urlencode(choice)}" if choice else ""
    made = chain_of_pass(_book, given, f"/passes/{number}/{quote(aos)}{query}"[:600])
    return {"ids": [_told(sheet_dict(one), one.radio_id, one.slot)["id"] for one in made]}


def _score(number: str, aos: str, given: Given) -> Given:
    """Return how a ride went; ``rehearsal`` is the one that was taken along."""
    return score(given["rehearsal"], [Turned(t["at_s"], t["memory"]) for t in given["turned"]], given["contacts_s"])


def _later(room: str, name: str) -> Answer:
    """Return a call whose module is brought in when it is first asked for."""
    return lambda *names, **given: getattr(import_module(f"vocator.field.{room}"), name)(_book, *names, **given)


ROUTES: dict[tuple[str, str], Answer] = {
    ("GET", "models"): _models, ("GET", "models/<model>"): _model, ("GET", "models/<model>/ways-home"): _ways_home,
    ("GET", "regions"): regions_view, ("GET", "station"): _station, ("PUT", "station"): _save_station, ("POST", "resolve"): _resolve,
    ("GET", "radios"): _radios, ("POST", "radios"): _add_radio, ("GET", "radios/<radio_id>"): _radio, ("PATCH", "radios/<radio_id>"): _rename_radio,
    ("DELETE", "radios/<radio_id>"): _remove_radio, ("POST", "radios/<radio_id>/marks"): _mark, ("GET", "radios/<radio_id>/goals"): _goals,
    ("GET", "radios/<radio_id>/seen"): _seen,
    ("GET", "radios/<radio_id>/slots/<slot>"): _slot, ("PUT", "radios/<radio_id>/slots/<slot>"): _say_slot,
    ("GET", "radios/<radio_id>/slots/<slot>/faults"): _faults, ("GET", "sheets"): _sheets, ("POST", "sheets"): _make,
    ("POST", "sheets/batch"): _make_batch, ("POST", "sheets/ticks"): _ticks, ("GET", "sheets/<sheet_id>"): _sheet,
    ("PATCH", "sheets/<sheet_id>"): _set_status, ("POST", "sheets/<sheet_id>/found"): _found, ("POST", "sheets/<sheet_id>/taken"): _taken,
    ("GET", "sheets/<sheet_id>/standing"): _standing,
    ("GET", "sheets/<sheet_id>/twin/<done>"): _twin_at, ("GET", "sheets/<sheet_id>/steps/<step>/sights"): _sights,
    ("POST", "sheets/<sheet_id>/steps/<step>/recovery"): _recovery, ("POST", "twin/start"): _start, ("POST", "twin/act"): _act, ("GET", "log"): _log, ("POST", "passes/<number>/<aos>/score"): _score,
    ("POST", "passes/<number>/<aos>/sheets"): _pass_sheets,
    ("GET", "handed"): lambda: _book.row("handed", 1),
}  # fmt: skip
ROUTES |= {route: _later(room, name) for room, routes in LATER.items() for route, name in routes.items()}
_NUMBERS = ("radio_id", "outing_id", "done", "step")
_PATTERNS = [(method, re.compile(re.sub(r"<(\w+)>", r"(?P<\1>[^/]+)", path)), path) for method, path in ROUTES]


def _carry_own() -> None:
    if carried.take({r["model"]: r for r in _book.rows("own_profile")}):
        forget_shipped()


def open_book(given: str) -> None:
    """Begin with the rows that the page kept: a JSON list of pairs of table and row."""
    global _book
    _book = Book(json.loads(given))
    _carry_own()
    if _book.row("station", 1) is None:
        StationRepository(_book).save(Station(chosen=True))


def some_rows(radio_id: str, sheet_id: str) -> str:
    """Return one radio with what its slots hold, and one of its sheets (empty: none), as the file that carries it to another device."""
    return json.dumps({"version": 2, "rows": part(_book, int(radio_id), sheet_id)}, ensure_ascii=False)


def all_rows() -> str:
    """Return all that is kept, as the file that carries it to another device."""
    return json.dumps({"version": 2, "rows": _book.whole()}, ensure_ascii=False)


def take_rows(given: str) -> str:
    """Take such a file; answers as ``answer`` does, with how many radios and sheets were new."""
    try:
        file = json.loads(given)
        body: Any = take(_book, file, RadioRepository(_book).note)
        _carry_own()
        for radio in _book.rows("radio"):
            twin_of(radio["model"], radio["firmware"])
        for outing in file["rows"].get("outing", []):
            import_module("vocator.field.outing_calls").check_file(outing)
        tick(_book, [_tick(t) for t in file["rows"].get("tick", []) if _book.row("sheet", t["sheet_id"])])
        status = 200
    except Exception as error:
        status, body = _problem(error)
    return _reply(status, body)


def _reply(status: int, body: Any) -> str:
    """Return an answer with what it changed and what is to be told; one that failed changes nothing."""
    if status >= 400:
        _book.undo()
    changed, events = _book.done()
    return json.dumps({"status": status, "body": body, "changed": changed, "events": events}, ensure_ascii=False, default=_plain)


def _plain(value: Any) -> Any:
    if isinstance(value, datetime):
        return value.astimezone(UTC).isoformat().replace("+00:00", "Z")
    raise TypeError(f"{type(value).__name__} is no plain data")


def answer(method: str, path: str, given: str) -> str:
    """Answer one call; JSON in and out: ``status`` and ``body`` as the API's, ``changed`` rows by name, ``events`` to be told.

    A call that fails changes nothing.
    """
    status, body = _answered(method, path, json.loads(given))
    return _reply(status, body)


def _answered(method: str, path: str, given: Any) -> tuple[int, Any]:
    address = urlsplit(path)
    route = address.path.strip("/")
    for of, pattern, name in _PATTERNS:
        found = pattern.fullmatch(route) if of == method else None
        if found is None:
            continue
        parts: dict[str, Any] = {k: unquote(v) for k, v in found.groupdict().items()}
        try:
            parts |= {k: int(v) for k, v in parts.items() if k in _NUMBERS}
            asked = dict(parse_qsl(address.query))
            body = ROUTES[of, name](
                *parts.values(), **asked, **({"given": given} if method != "GET" and given is not None else {})
            )
        except Exception as error:
            return _problem(error)
        return 204 if body is None else 201 if (method, name) in MADE else 200, body
    return 404, {"type": "urn:vocator:not-here", "title": "Not on this device", "status": 404, "detail": "This needs the server."}


def _problem(error: Exception) -> tuple[int, Given]:
    body = known(error)
    if body is None:
        if not isinstance(error, KeyError | TypeError | ValueError):
            raise error
        body = {"type": "urn:vocator:request", "title": "The request has the wrong shape", "status": 422, "detail": str(error)}
    return body["status"], body
