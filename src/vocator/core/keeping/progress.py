"""What the ticks of a sheet mean for its slots and for the work log: a function of the ticks alone.

Ticks arrive late, twice and in any order.  So nothing is ever added to what earlier ones left: from all ticks of a
sheet, in the order in which they were made, follows what is to be noted, and the store is brought to that.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import Any

from vocator.core.goals.kind import Leaves
from vocator.core.keeping.records import CONFIRMING, HELD, KeptSheet, Outcome, SlotState, Tick

WRITING: dict[Leaves, tuple[SlotState, str]] = {
    Leaves.WRITTEN: (SlotState.WRITTEN, "written from a proven sheet"),
    Leaves.FOUND: (SlotState.WRITTEN, "written with the tone found, which is still to be noted"),
    Leaves.LABELLED: (SlotState.WRITTEN, "given another label"),
    Leaves.CHANGED: (SlotState.WRITTEN, "changed in place"),
    Leaves.ERASED: (SlotState.FREE, "erased"),
}
"""What the step that writes means, by what the sheet leaves."""


class Holds(StrEnum):
    """What a slot holds after a note, seen from what it held before."""

    NAMED = "named"
    """The channel that the note names."""
    SAME = "same"
    LABELLED = "labelled"
    """The same with the label of the channel named."""
    CHANGED = "changed"
    """The channel named with the label it had."""


@dataclass(frozen=True, slots=True)
class Note:
    """One line of a slot's history that follows from a tick; ``state`` None leaves the state as it is.

    ``source`` names tick and line, so that the same line is never kept twice; ``rank`` orders what bears the same time.
    ``told_at`` is what the tick says, ``at`` when it counts.  A note of the radio itself has no slot.
    """

    source: str
    at: datetime
    told_at: datetime
    rank: int
    slot: str
    text: str
    line: str
    state: SlotState | None = None
    holds: Holds = Holds.NAMED
    channel: dict[str, Any] | None = None
    outcome: Outcome | None = None


@dataclass(frozen=True, slots=True)
class Progress:
    """What follows from a sheet's ticks: the steps done, the notes in order, whether all is done."""

    ticked: tuple[int, ...]
    notes: tuple[Note, ...]
    complete: bool


def counted(sheet: KeptSheet) -> dict[str, int]:
    """Return how many pages of a sheet are done, and how many there are: what the operator counts as ``steps``."""
    pages, ticked = sheet.content["pages"], set(sheet.ticked)
    return {"done": sum(ticked.issuperset(page) for page in pages), "steps": len(pages)}


def in_order(ticks: Iterable[Tick]) -> list[Tick]:
    """Return ticks in the order they were made; those of one moment by step."""
    return sorted(ticks, key=lambda t: (t.at, t.step, t.id))


def progress(
    leaves: Leaves, content: dict[str, Any], slot: str, title: str, ticks: Iterable[Tick], made_at: datetime
) -> Progress:
    """Return what a sheet's ticks mean; ``content`` is its outline with ``step_count``, ``leaves`` what its kind of goal makes of the slot.

    A slow clock may put ticks before the sheet was made: they count from then on, in their order.
    """
    parts = content.get("parts") or [
        {"slot": slot, "channel": content["goal"]["channel"], "first": 0, "last": content["step_count"] - 1, "line": title,
         "written_at": content.get("written_at"), "read_back_at": content.get("read_back_at")}
    ]  # fmt: skip
    done: set[int] = set()
    checked: set[str] = set()
    notes: list[Note] = []
    of_radio = not content.get("parts") and not slot
    for tick in in_order(ticks):
        before, was_complete = tick.step in done, len(done) == content["step_count"]
        (done.add if tick.done else done.discard)(tick.step)
        if not tick.done:
            continue
        if of_radio:
            if len(done) == content["step_count"] and not (before and was_complete):
                notes.append(Note(f"{tick.id}/0", max(tick.at, made_at), tick.at, len(notes), "", "set", title))
            continue
        part = next((p for p in parts if p["first"] <= tick.step <= p["last"]), None)
        if part is None:
            continue
        for n, (state, text) in enumerate(_meanings(leaves, part, tick, again=before and part["slot"] in checked)):
            notes.append(
                Note(f"{tick.id}/{n}", max(tick.at, made_at), tick.at, len(notes), part["slot"], text, part["line"] or title, state, _holds(leaves),
                     None if state is SlotState.FREE else part["channel"], tick.outcome)
            )  # fmt: skip
        if tick.outcome in CONFIRMING:
            checked.add(part["slot"])
    ends = range(content["step_count"]) if of_radio else [p["last"] for p in parts]
    return Progress(tuple(sorted(done)), tuple(notes), all(n in done for n in ends))


def _meanings(leaves: Leaves, part: dict[str, Any], tick: Tick, again: bool) -> list[tuple[SlotState | None, str]]:
    """Return state and words of what one tick means for its slot; ``again``: a step of a slot that was checked since."""
    found: list[tuple[SlotState | None, str]] = []
    if tick.step == part["written_at"]:
        found += [WRITING[leaves]] if leaves in WRITING else []
    if tick.outcome is not None:
        state = SlotState.CHECKED if tick.outcome in CONFIRMING else None
        found.append((state, f"on-air check: {str(tick.outcome).replace('_', ' ')}"))
    elif tick.step == part["read_back_at"] and not again:
        found.append((SlotState.READ_BACK, "read back"))
    return found


def _holds(leaves: Leaves) -> Holds:
    return {Leaves.SAME: Holds.SAME, Leaves.LABELLED: Holds.LABELLED, Leaves.CHANGED: Holds.CHANGED}.get(leaves, Holds.NAMED)


@dataclass(frozen=True, slots=True)
class Known:
    """What is known of a slot at one moment."""

    state: SlotState = SlotState.UNKNOWN
    channel: dict[str, Any] | None = None


def known_after(notes: Sequence[tuple[SlotState | None, Holds, dict[str, Any] | None]]) -> list[Known]:
    """Return what is known of a slot after each of its notes, given in order.

    A plan, even one made later by the clocks, takes nothing away from what is known to stand in a slot.
    """
    known, all_of = Known(), []
    for state, holds, channel in notes:
        if state is not SlotState.PLANNED or known.state not in (*HELD, SlotState.OCCUPIED):
            known = Known(state or known.state, _held(known.channel, holds, channel))
        all_of.append(known)
    return all_of


def _held(held: dict[str, Any] | None, holds: Holds, channel: dict[str, Any] | None) -> dict[str, Any] | None:
    if holds is Holds.SAME:
        return held
    if holds is Holds.LABELLED:
        return {**held, "label": channel["label"]} if held and channel else held
    if holds is Holds.CHANGED and channel:
        return {**channel, "label": held.get("label") if held else None}
    return channel
