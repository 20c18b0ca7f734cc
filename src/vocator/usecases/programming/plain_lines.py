"""Channels as plain lines: each takes the slot that it names, or the next that is known to be free."""

from vocator.core.refusal import Refusal
from vocator.files.channels_csv import ChannelRow, has_header, read_channels, write_channels
from vocator.files.data_problems import DataFileError
from vocator.usecases.keeping.radios import RadioView
from vocator.usecases.programming.make_sheet import SheetRequest
from vocator.usecases.programming.resolve_line import understood


def with_slots(view: RadioView, text: str, request: SheetRequest) -> str:
    """Return a list of channels with a slot in each row: lines that name none take the memory that they speak of, or the next that is known to be free.

    A list with a header, and a row that begins with a slot and a line, stay as they are.  Raises Refusal where too few slots are known to be free.
    """
    whole = (line.strip() for line in text.removeprefix("\ufeff").splitlines())
    lines = [line for line in whole if line and not line.startswith("#")]
    if not lines or has_header(lines[0]):
        return text
    rows = [_row_of(view, line, request) for line in lines]
    if all(rows):
        return text
    placed = [
        (r.slot, r.line, r.label) if r else (_named(line, request), line, None) for r, line in zip(rows, lines, strict=True)
    ]
    taken = {view.profile.slot_index(slot) for slot, _, _ in placed if slot}
    free = [s for s in view.next_free(view.profile.slot_count) if view.profile.slot_index(s) not in taken]
    wanting = sum(not slot for slot, _, _ in placed)
    if len(free) < wanting:
        raise Refusal(
            f"{wanting} lines without a slot, and {len(free)} slots known to be free", "your list",
            "a slot before each line, or enough slots that are known to be free",
            f"Begin each line with its slot ({view.profile.slot_text(0)},{lines[0]}), or say in Radios which slots are free.",
        )  # fmt: skip
    fresh = iter(free)
    return write_channels((slot or next(fresh), line, label) for slot, line, label in placed)


def _row_of(view: RadioView, line: str, request: SheetRequest) -> ChannelRow | None:
    """Return a row that begins with a slot of the radio, and goes on with a line; None for a plain line: "147,33 + 103,5" is one."""
    try:
        (row,) = read_channels(line, "your list")
    except DataFileError:
        return None
    if view.profile.slot_index(row.slot) is None:
        return None
    reads = understood(row.line, request.region, request.receive) or not understood(line, request.region, request.receive)
    return row if reads else None


def _named(line: str, request: SheetRequest) -> str:
    found = understood(line, request.region, request.receive)  # what is not is refused with its reason when the sheet is made
    return (found.memory or "") if found else ""
