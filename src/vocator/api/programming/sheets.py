"""Sheets in progress."""

import json
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from vocator import clock
from vocator.api.media import file_of
from vocator.api.network.access import Who, shared_url
from vocator.api.programming.sheet_schemas import (
    DeepProof,
    FoundShape,
    Kept,
    NewBatch,
    NewSheet,
    NextFree,
    RecoveryShape,
    SeenShape,
    SheetShape,
    SheetStatusShape,
    SheetSummary,
    SightShape,
    Standing,
    TakenSlot,
    Ticks,
)
from vocator.api.store import Store
from vocator.api.twin.twin_schemas import PlayShape
from vocator.core.instants import stamped
from vocator.core.keeping.records import KeptSheet, Outcome, SheetStatus, Tick
from vocator.usecases.keeping.radios import find_radio
from vocator.usecases.outings.cards import sheet_cards
from vocator.usecases.programming import sheet_work
from vocator.usecases.programming.deep_proof import proof_from_every_state
from vocator.usecases.programming.sheets import (
    content_apart,
    find_sheet,
    found_taken,
    kind_words,
    note_found,
    open_batch,
    open_sheet,
    put_away,
    sheet_dict,
    sheet_text,
    sheets_with,
    summary_dict,
    take_up,
    tick,
)

router = APIRouter(prefix="/api/sheets", tags=["sheets"])


def sheet_shape(sheet: KeptSheet) -> SheetShape:
    """Return a kept sheet with all that it says."""
    return SheetShape.model_validate(sheet_dict(sheet))


@router.get("")
def sheets(store: Store, status: SheetStatus = SheetStatus.OPEN) -> list[SheetSummary]:
    """Return the sheets of a status."""
    return [SheetSummary.model_validate(summary_dict(s)) for s in sheets_with(store, status)]


@router.post("", status_code=201)
def make(given: NewSheet, store: Store, asking: Who) -> SheetShape:
    """Make a proven sheet and keep it."""
    asking.may_make_sheet(store, given.radio_id)
    asked = (given.slot, given.key or given.line, given.label, given.power, given.goal, given.row, given.way)
    return sheet_shape(open_sheet(store, given.radio_id, *asked, replace_held=given.replace))


@router.post("/batch", status_code=201)
def make_many(given: NewBatch, store: Store) -> SheetShape:
    """Make one proven sheet for many channels and keep it."""
    return sheet_shape(open_batch(store, given.radio_id, given.csv, replace_held=given.replace))


@router.get("/{sheet_id}", response_model=SheetShape)
def sheet(sheet_id: str, store: Store) -> Response:
    """Return one sheet; what it says goes out as it is kept, since it was made from the shape and may be a megabyte."""
    kept, content = sheet_text(store, sheet_id)
    head = {
        "id": kept.id, "title": kept.title, "status": str(kept.status), "created_at": kept.created_at.isoformat(), "ticked": list(kept.ticked),
        "kind": kind_words(kept),
    }  # fmt: skip
    return Response(f'{json.dumps(head)[:-1]}, "content": {content}}}', media_type="application/json")


@router.get("/{sheet_id}/card.pdf", **file_of("application/pdf"))
def card(sheet_id: str, request: Request, store: Store, paper: Annotated[str, Query(max_length=10)] = "a4") -> Response:
    """Return a sheet as pocket cards; with its address as a QR code where other machines reach this server."""
    address = f"{shared_url(request)}sheet/{sheet_id}" if request.app.state.sharing else ""
    return Response(sheet_cards(store, sheet_id, paper, address), media_type="application/pdf")


@router.patch("/{sheet_id}")
def set_status(sheet_id: str, given: SheetStatusShape, store: Store) -> SheetShape:
    """Put a sheet away, or take it up again."""
    (put_away if given.status == "put_away" else take_up)(store, sheet_id)
    store.flush()
    return sheet_shape(find_sheet(store, sheet_id))


@router.post("/ticks")
def keep_ticks(given: Ticks, store: Store, asking: Who) -> Kept:
    """Keep ticks, perhaps made while the server was away; sending them twice is harmless."""
    for sheet_id in {t.sheet_id for t in given.ticks}:
        asking.must_own_sheet(store, sheet_id)
    ticks, notes = ticks_of(given)
    return Kept(ids=tick(store, ticks), notes=notes)


def ticks_of(given: Ticks) -> tuple[list[Tick], list[str]]:
    """Return the ticks that a page sent, and what is to be told of its clock."""
    now = clock.utc_now()
    when = [stamped(t.at, now) for t in given.ticks]
    ticks = [
        Tick(t.id, t.sheet_id, t.step, at, t.done, Outcome(t.outcome) if t.outcome else None)
        for t, (at, _) in zip(given.ticks, when, strict=True)
    ]
    return ticks, list(dict.fromkeys(words for _, words in when if words))


@router.get("/{sheet_id}/proof")
def deep_proof(sheet_id: str, store: Store) -> DeepProof:
    """Prove a sheet from every state; it was shown after the quick proof."""
    return DeepProof.model_validate(proof_from_every_state(content_apart(store, sheet_id)))


@router.get("/{sheet_id}/standing")
def still_stands(sheet_id: str, store: Store) -> Standing:
    """Say whether a sheet still stands where its radio's profile was changed since; then it is written and proven anew to see."""
    return Standing.model_validate(sheet_work.standing(content_apart(store, sheet_id)))


@router.post("/{sheet_id}/found", status_code=204)
def found(sheet_id: str, given: FoundShape, store: Store) -> None:
    """Note which tone or code a search stood still on."""
    note_found(store, sheet_id, given.value)


@router.post("/{sheet_id}/taken")
def taken(sheet_id: str, given: TakenSlot, store: Store) -> NextFree:
    """Note that a slot turned out to be taken, and say which are known to be free."""
    return NextFree(next_free=find_radio(store, found_taken(store, sheet_id, given.slot)).next_free())


@router.get("/{sheet_id}/twin/{done}")
def twin_at(sheet_id: str, done: int, store: Store) -> PlayShape:
    """Return the twin as it stands after so many steps, from what is known of the radio."""
    return PlayShape.model_validate(sheet_work.twin_after(content_apart(store, sheet_id), done))


@router.get("/{sheet_id}/steps/{step}/sights")
def sights_after(sheet_id: str, step: int, store: Store) -> list[SightShape]:
    """Return what the radio may show after a step in place of what the sheet draws, the likeliest first."""
    return [SightShape.model_validate(s) for s in sheet_work.sights_after(content_apart(store, sheet_id), step)]


@router.post("/{sheet_id}/steps/{step}/recovery")
def recovery_from(sheet_id: str, step: int, given: SeenShape, store: Store) -> RecoveryShape:
    """Return what a slip did, judging from what was seen after a step, and the proven way back."""
    return RecoveryShape.model_validate(sheet_work.recovery_from(content_apart(store, sheet_id), step, given.text, given.main))
