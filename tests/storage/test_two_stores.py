"""Two stores, one behaviour: whatever is done to PostgreSQL and to a device's rows, both answer alike, and no order of arrival matters."""

import json
import random
from datetime import UTC, datetime, timedelta

import pytest
from sqlalchemy.orm import Session

from vocator.core.goals.kind import Leaves
from vocator.core.keeping.progress import progress
from vocator.core.keeping.records import KeptSheet, Outcome, SheetStatus, SlotEvent, SlotState, Station, Tick
from vocator.field.book import Book
from vocator.field.shims import repositories as device
from vocator.storage import repositories as server

MADE = datetime(2026, 3, 14, 9, 0, tzinfo=UTC)
SLOTS = ("3", "7", "12")
CHANNEL = {"rx_hz": 147_330_000, "tx_hz": 147_930_000, "label": "RIDGE"}


class Store:
    """The repositories over one store, and what was given a number there."""

    def __init__(self, rooms, session) -> None:
        self.station, self.radios = rooms.StationRepository(session), rooms.RadioRepository(session)
        self.sheets, self.log, self.session = rooms.SheetRepository(session), rooms.LogRepository(session), session
        self.numbers: list[int] = []

    def all(self) -> object:
        """Return all that both stores must know alike; numbers that they give themselves are counted through."""
        if isinstance(self.session, Session):
            self.session.flush()
        radios = [(self.numbers.index(r.id), r.model, r.firmware, r.name, [list(m) for m in r.marks]) for r in self.radios.all()]
        slots = [
            sorted((s.slot, s.state, json.dumps(s.channel, sort_keys=True), s.changed_at) for s in self.radios.slots(n))
            for n in self.numbers
        ]
        histories = [[self.radios.history(n, s) for s in SLOTS] for n in self.numbers]
        sheets = {status: [self._plain(s) for s in self.sheets.with_status(status)] for status in SheetStatus}
        log = [(e.at, e.radio, e.slot, e.text, e.outcome) for e in self.log.latest(500)]
        return self.station.get(), radios, slots, histories, sheets, log

    def _plain(self, sheet: KeptSheet) -> tuple[object, ...]:
        whole = self.sheets.get(sheet.id)
        assert whole is not None and whole.ticked == sheet.ticked
        ticks, settled = self.sheets.ticks(sheet.id)
        return (
            sheet.id,
            self.numbers.index(sheet.radio_id),
            sheet.slot,
            sheet.title,
            sheet.ticked,
            sorted(t.id for t in ticks),
            settled,
        )


def _sheet(rng: random.Random, n: int) -> dict[str, object]:
    content = {"goal": {"channel": CHANNEL}, "steps": [{"say": str(k)} for k in range(6)], "pages": [[0, 1], [2]], "written_at": 4, "read_back_at": 5,
               "claims": [["keys"], []]}  # fmt: skip
    return {"id": f"sheet-{n:04d}", "slot": rng.choice(SLOTS), "title": f"sheet {n}", "status": SheetStatus.OPEN, "content": content,
            "created_at": MADE + timedelta(minutes=n)}  # fmt: skip


def _do(rng: random.Random, n: int, stores: list[Store]) -> None:
    """Do the same thing to every store."""
    at, doing = (
        MADE + timedelta(minutes=rng.randrange(-30, 300)),
        rng.choice(["radio", "name", "mark", "note", "sheet", "ticks", "ticks", "status", "station", "remove"]),
    )
    which = rng.randrange(len(stores[0].numbers)) if stores[0].numbers else 0
    there = [r.id for r in stores[0].radios.all()]
    gone = bool(stores[0].numbers) and stores[0].numbers[which] not in there
    slot, state, name = rng.choice(SLOTS), rng.choice(list(SlotState)), f"name {rng.random():.4f}"
    held = CHANNEL if rng.random() < 0.5 else None
    sheet, seed = _sheet(rng, n), rng.random()
    for store in stores:
        if doing == "radio" or not store.numbers:
            store.numbers.append(store.radios.add("ardvane-finch", "1", name).id)
        elif doing == "station":
            store.station.save(Station(call_sign=name, may_send_on=("2 m",), mask=((0.0, 5.0), (90.0, seed * 40))))
        elif gone:
            continue
        elif doing == "name":
            store.radios.rename(store.numbers[which], name)
        elif doing == "mark":
            store.radios.mark(store.numbers[which], [(str(state), 1, 40)])
        elif doing == "note":
            store.radios.note(store.numbers[which], SlotEvent(at, slot, state, name, held))
        elif doing == "sheet":
            store.sheets.add(KeptSheet(radio_id=store.numbers[which], **sheet))  # type: ignore[arg-type]
        elif doing == "ticks":
            _tick(random.Random(seed), store)
        elif doing == "status":
            for one in store.sheets.with_status(SheetStatus.OPEN)[:1]:
                store.sheets.set_status(one.id, SheetStatus.PUT_AWAY)
        elif seed < 0.2:
            store.radios.remove(store.numbers[which])
        if isinstance(store.session, Session):
            store.session.flush()


def _tick(rng: random.Random, store: Store) -> None:
    """Tick steps of a sheet, some twice and some taken back, and bring slots and log to what follows, as a use case does."""
    sheets = [s for status in SheetStatus for s in store.sheets.with_status(status)]
    if not sheets:
        return
    sheet = sheets[rng.randrange(len(sheets))]
    ticks = [
        Tick(f"{sheet.id}-{rng.randrange(14)}", sheet.id, rng.randrange(6), MADE + timedelta(minutes=rng.randrange(200)), rng.random() < 0.8,
             rng.choice([None, Outcome.OPENED, Outcome.NOTHING]))
        for _ in range(rng.randrange(1, 5))
    ]  # fmt: skip
    store.sheets.add_ticks(ticks)
    known, _ = store.sheets.ticks(sheet.id)
    found = progress(Leaves.WRITTEN, sheet.content, sheet.slot, sheet.title, known, sheet.created_at)
    store.radios.bring_to(sheet.radio_id, sheet.id, found.notes)


@pytest.mark.parametrize("seed", range(12))
def test_both_stores_answer_alike_whatever_is_done(session, seed):
    rng = random.Random(seed)
    stores = [Store(server, session), Store(device, Book())]
    for n in range(60):
        _do(rng, n, stores)
        if n % 6 == 5:
            there, here = (store.all() for store in stores)
            assert here == there, f"after {n + 1} things done"
    for store in stores:
        assert all(store.radios.slot(store.numbers[0], s).state in SlotState for s in SLOTS)
        assert store.radios.lock([*store.numbers, 999_999_999]) == {r.id for r in store.radios.all()}
        assert store.sheets.radios_of(["sheet-0001", "none"]).keys() <= {"sheet-0001"}


def test_the_same_ticks_in_any_order_leave_the_same_slots_and_history(session):
    ticks = [Tick(f"tick-{n:04d}", "sheet-0001", step, MADE + timedelta(minutes=n), done) for n, (step, done) in
             enumerate([(4, True), (5, True), (4, False), (5, False), (4, True), (5, True)])]  # fmt: skip
    ends = []
    for rooms, of in ((server, session), (device, Book())):
        for shuffled in (ticks, ticks[::-1], [*ticks[3:], *ticks[:4]]):
            store = Store(rooms, of)
            radio = store.radios.add("ardvane-finch", "1", "Finch").id
            store.numbers.append(radio)
            sheet = KeptSheet(radio_id=radio, **{**_sheet(random.Random(1), 1), "slot": "7", "id": f"sheet-{radio}"})  # type: ignore[arg-type]
            store.sheets.add(sheet)
            for one in shuffled:
                if isinstance(of, Session):
                    of.flush()
                store.sheets.add_ticks([Tick(f"{one.id}-{radio}", sheet.id, one.step, one.at, one.done)])
                known, _ = store.sheets.ticks(sheet.id)
                outline = store.sheets.outline(sheet.id)
                assert outline is not None and outline.content["step_count"] == 6
                found = progress(Leaves.WRITTEN, outline.content, "7", sheet.title, known, sheet.created_at)
                store.radios.bring_to(radio, sheet.id, found.notes)
            ends.append((store.radios.slot(radio, "7").state, [h.text for h in store.radios.history(radio, "7")]))
    assert len({str(e) for e in ends}) == 1 and ends[0][0] is SlotState.READ_BACK
