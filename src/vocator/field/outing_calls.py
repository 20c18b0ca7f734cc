"""What a page asks of the heart about outings; brought in when it is first asked for, so that the bench does not wait for it.

Each call gets the device's book first.  A change of an outing that a server holds is not noted here: the page keeps it beside
what it was made from, and brings it together with what others changed when the server is back.
"""

from typing import Any

from vocator.core.outing.outing import outing_from
from vocator.field.book import OWN_IDS, Book
from vocator.storage.outing_repositories import OutingRepository
from vocator.usecases.outings import outing_csv
from vocator.usecases.outings.board import board, summaries
from vocator.usecases.outings.outings import (
    accept,
    add,
    as_file,
    change,
    check,
    kept,
    make_sheets_for,
    remove_outing,
    take_file,
)
from vocator.usecases.outings.places import add_places
from vocator.usecases.programming.sheets import sheet_dict

Given = dict[str, Any]


def outings(book: Any) -> list[Given]:
    """Return the outings, each in one line."""
    return summaries(book)


def new(book: Any, given: Given) -> Given:
    """Keep a new outing."""
    return _added(book, add(book, given["outing"]).id)


def take(book: Any, given: str) -> Given:
    """Keep an outing from a file as a new one."""
    return _added(book, take_file(book, given.encode()).id)


def one(book: Any, outing_id: int) -> Given:
    """Return an outing with its board."""
    return board(book, kept(book, outing_id))


def save(book: Any, outing_id: int, given: Given) -> Given:
    """Change an outing."""
    change(book, outing_id, given["version"], given["outing"])
    return _changed(book, outing_id)


def remove(book: Any, outing_id: int) -> None:
    """Remove an outing with its people's radios and sheets."""
    remove_outing(book, outing_id)
    book.note("outing removed", outing_id=outing_id)


def accept_finding(book: Any, outing_id: int, given: Given) -> Given:
    """Accept a finding, or take that back."""
    accept(book, outing_id, given["key"], given["accepted"])
    return _changed(book, outing_id)


def take_places(book: Any, outing_id: int, given: str) -> Given:
    """Add posts and repeaters from GeoJSON or GPX."""
    add_places(book, outing_id, given.encode())
    return _changed(book, outing_id)


def preview_channels(book: Any, outing_id: int, given: str) -> Given:
    """Return what each row of a CSV was understood as."""
    return outing_csv.preview(book, outing_id, given.encode())


def take_channels(book: Any, outing_id: int, given: str) -> Given:
    """Take the channels of a CSV, all or none."""
    outing_csv.take(book, outing_id, given.encode())
    return _changed(book, outing_id)


def making(book: Any, outing_id: int) -> Given:
    """Say that nobody makes anything beside the page."""
    kept(book, outing_id)
    return {"waiting": [], "doing": [], "troubles": {}, "workers": 0}


def make_sheet(book: Any, outing_id: int, person_id: str, given: object = None) -> Given:
    """Make the proven sheet of what a person's radio still lacks; what is ``given`` does not matter."""
    made = make_sheets_for(book, outing_id, person_id)
    if made is None:
        return {"id": None}
    radio = {k: book.row("radio", made.radio_id)[k] for k in ("model", "firmware", "name")}
    book.note("outing radio", outing_id=outing_id, person_id=person_id, radio_id=made.radio_id, **radio)
    book.note_sheet(sheet_dict(made), made.radio_id, made.slot)
    placed = [
        {"channel_id": p.channel_id, "slot": p.slot, "stands_for": p.stands_for, "sheet_id": p.sheet_id}
        for p in OutingRepository(book).placed(made.radio_id).values()
        if p.sheet_id == made.id
    ]
    book.note("placed", radio_id=made.radio_id, placed=placed)
    return {"id": made.id}


def file(book: Any, outing_id: int) -> Given:
    """Return an outing as the file that ``take`` takes."""
    return {"text": as_file(kept(book, outing_id).outing)}


def _added(book: Book, outing_id: int) -> Given:
    book.note("outing", outing_id=outing_id, outing=book.row("outing", outing_id)["content"])  # type: ignore[index]
    return one(book, outing_id)


def _changed(book: Book, outing_id: int) -> Given:
    if outing_id >= OWN_IDS:
        book.note("outing changed", outing_id=outing_id, outing=book.row("outing", outing_id)["content"])  # type: ignore[index]
    return one(book, outing_id)


def check_file(row: Given) -> None:
    """Raise Refusal, NotFound for an outing of a file that cannot be kept."""
    check(outing_from(row["content"]))
