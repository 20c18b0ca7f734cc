"""Several sheets in working order, each leading to the next: what puts a pass into the radios."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from vocator.core.channel.channel import Channel
from vocator.core.keeping.records import KeptSheet
from vocator.files.channels_csv import write_channels
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.programming.sheets import Chain, open_batch, open_sheet
from vocator.usecases.twin.twins import twin_of


@dataclass(frozen=True, slots=True)
class ToSet:
    """What is set on a radio beside its channels: a kind of goal, with its slot, line and row where it has such."""

    radio_id: int
    goal: str
    slot: str = ""
    line: str = ""
    row: str | None = None


def write_chain(session: Session, lists: list[tuple[int, str]], goals: list[ToSet], back: str) -> list[KeptSheet]:
    """Make proven sheets, for each radio's list of channels (CSV) first, then for what is set; the last leads back to a page."""
    ids = tuple(uuid4().hex for _ in range(len(lists) + len(goals)))
    made = [open_batch(session, radio_id, text, chain=Chain(ids, n, back)) for n, (radio_id, text) in enumerate(lists)]
    for n, one in enumerate(goals, len(lists)):
        made.append(
            open_sheet(session, one.radio_id, one.slot, one.line, None, None, one.goal, one.row, chain=Chain(ids, n, back))
        )
    return made


def chain_of_pass(session: Session, shown: dict[str, Any], back: str) -> list[KeptSheet]:
    """Make the sheets of a pass from what the page was shown of it: its radios, rows and what is set up.

    A row that the slot is known to hold by now is left out.  Raises NotFound where the pass was not taken along.
    """
    if not shown.get("rows"):
        raise NotFound("the plan of this pass", "passes that were taken along")
    numbers = [int(r["id"]) for r in shown["radios"]]
    lacking = [r for r in shown["rows"] if not r["there"] and not _holds(session, numbers[r["radio"]], r)]
    lists = [(number, channels_csv(_cells(r) for r in lacking if r["radio"] == n)) for n, number in enumerate(numbers)]
    goals = [
        ToSet(numbers[s["radio"]], s["goal"], s.get("slot") or "", s.get("line") or "", s.get("side"))
        for s in shown["set_up"]
        if s["goal"]
    ]
    return write_chain(session, [(number, text) for number, text in lists if text], goals, back)


def channels_csv(rows: Iterable[tuple[str, str, str | None, str | None, bool]]) -> str:
    """Return slots, lines, labels, powers, and whether nothing is ever sent there, as a list of channels; empty for none."""
    found = [(slot, line, label, power, "yes" if never_send else "") for slot, line, label, power, never_send in rows]
    return write_channels(found, ("power", "never send")) if found else ""


def _cells(row: dict[str, Any]) -> tuple[str, str, str | None, str | None, bool]:
    return row["slot"], row["line"], row["label"], row["power"], row["never_send"]


def _holds(session: Session, radio_id: int, row: dict[str, Any]) -> bool:
    """Whether a slot is known to hold the channel of a row, its label and power left out; one that sends nothing may do so in any way."""
    radios = RadioRepository(session)
    radio, kept = radios.get(radio_id), radios.slot(radio_id, row["slot"]).channel
    if kept is None or radio is None:
        return False
    station = StationRepository(session).get()
    wanted, held = resolve_line(row["line"], station.region, station.receive).channel, Channel.from_dict(kept)
    if row["never_send"]:
        sends = held.tx_hz is not None and twin_of(radio.model, radio.firmware).profile.may_send(held.tx_hz)
        return held.rx_hz == wanted.rx_hz and not sends
    return (held.rx_hz, held.tx_hz, held.tone, held.width) == (wanted.rx_hz, wanted.tx_hz, wanted.tone, wanted.width)
