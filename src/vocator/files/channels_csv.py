"""Channels as CSV: one row a channel, a header that names the columns with their units, comments after ``#``.

Columns, in any order: ``slot``; either ``line`` (a listing line), or ``receive`` and
``send`` with their unit in the header, ``(MHz)``, ``(kHz)`` or ``(Hz)``, and ``tone``,
``opens on``, ``width``; and ``label``, ``power``, ``row``, ``group``, ``never send``.  Without a header a row is a
slot, a listing line and perhaps a label.  Comma, semicolon or tab between
the fields; UTF-8.
"""

import csv
import io
import re
from collections.abc import Iterable
from dataclasses import dataclass

from vocator.core.channel.channel import Channel, megahertz
from vocator.files.csv_cells import hertz, read_heads, read_rows, separator
from vocator.files.data_problems import DataFileError, Problem

COLUMNS = ("slot", "line", "receive", "send", "tone", "opens on", "width", "label", "power", "row", "never send", "group")
MOST_ROWS = 1000
YES = ("yes", "y", "1", "true", "x")
HEADLESS = ["slot", "line", "label"]
"""What a list without a header is taken for."""


@dataclass(frozen=True, slots=True)
class ChannelRow:
    """A row as the rest of the program wants it: a slot and a listing line, with what goes beside them."""

    number: int
    slot: str
    line: str
    label: str | None = None
    power: str | None = None
    row: str | None = None
    never_send: bool = False
    group: str = ""


def read_channels(text: str, file: str = "channels.csv") -> list[ChannelRow]:
    """Read channels; raises DataFileError with every problem found, and then nothing is taken."""
    lines = [(n, line) for n, line in enumerate(text.removeprefix("\ufeff").splitlines(), 1) if line.strip()]
    lines = [(n, line) for n, line in lines if not line.lstrip().startswith("#")]
    if not lines:
        raise DataFileError([Problem(file, 1, "", "no rows; the first row names the columns, for example: slot,line,label")])
    first = lines[0][1]
    comma = separator(first)
    try:
        records = read_rows((line for _, line in lines), comma)
    except ValueError as error:
        raise DataFileError([Problem(file, lines[0][0], "", str(error))]) from None
    numbers = [n for n, _ in lines]
    if not _names_columns(records[0]):
        records, numbers = [HEADLESS, *map(_three, records)], [numbers[0], *numbers]
    units, wrong = read_heads(records[0], COLUMNS, ("receive", "send"))
    problems = [Problem(file, numbers[0], name, text) for name, text in wrong]
    if "slot" not in units or not {"line", "receive"} & set(units):
        problems.append(Problem(file, numbers[0], "", "the header needs slot, and line or receive (MHz)"))
    rows: list[ChannelRow] = []
    for number, record in zip(numbers[1:], records[1:], strict=False):
        cells = {name: cell.strip() for name, cell in zip(units, record, strict=False) if cell.strip()}
        if len(record) > len(records[0]):
            problems.append(Problem(file, number, "", f"{len(record)} fields, but the header names {len(records[0])} columns"))
        elif "slot" not in cells:
            problems.append(Problem(file, number, "slot", "every channel needs its slot"))
        else:
            try:
                line = cells.get("line") or _line_of(cells, units)
                never = cells.get("never send", "").lower() in YES
                label, power, row = (cells.get(name) for name in ("label", "power", "row"))
                rows.append(ChannelRow(number, cells["slot"], line, label, power, row, never, cells.get("group", "")))
            except ValueError as error:
                problems.append(Problem(file, number, "receive", str(error)))
    problems += _twice(rows, file)
    if len(rows) > MOST_ROWS:
        problems.append(Problem(file, rows[MOST_ROWS].number, "", f"more than {MOST_ROWS} channels; take them in parts"))
    if not rows and not problems:
        problems.append(Problem(file, numbers[0], "", "a header, but no channel under it"))
    if problems:
        raise DataFileError(problems)
    return rows


def has_header(line: str) -> bool:
    """Whether the first line of a list names its columns."""
    return bool(_names(next(csv.reader([line], delimiter=separator(line)), [])) & set(COLUMNS))


def _names(record: list[str]) -> set[str]:
    return {re.sub(r"\(.*", "", cell).strip().lower() for cell in record}


def _names_columns(record: list[str]) -> bool:
    """Whether a row names columns; one that begins with a slot and a line is a channel already."""
    return bool(_names(record) & set(COLUMNS)) or len(record) < 2


def _three(record: list[str]) -> list[str]:
    """Return a row without a header as slot, line, label: what stands between the first and a third cell is one line."""
    cells = [cell.strip() for cell in record]
    return cells if len(cells) <= 3 else [cells[0], " ".join(cells[1:]), ""]


def _line_of(cells: dict[str, str], units: dict[str, int]) -> str:
    """Write the listing line of a row that gives its parts; raises ValueError."""
    if "receive" not in cells:
        raise ValueError("neither a line nor a receive frequency")
    rx_hz = hertz(cells["receive"], units["receive"])
    tx_hz = hertz(cells["send"], units["send"]) if "send" in cells else rx_hz
    words = [f"{megahertz(rx_hz)}/{megahertz(tx_hz)}" if tx_hz != rx_hz else f"{megahertz(rx_hz)} simplex"]
    for name, letter in (("tone", "t"), ("opens on", "r")):
        value = cells.get(name, "").lower()
        if value:
            words.append(value if value[0] == "d" else f"{letter}{value}")
    if cells.get("width", "").lower().startswith("n"):
        words.append("nfm")
    return " ".join(words)


def _twice(rows: list[ChannelRow], file: str) -> list[Problem]:
    seen: dict[str, int] = {}
    problems = []
    for row in rows:
        slot = row.slot.lstrip("0") or row.slot
        if slot in seen:
            problems.append(Problem(file, row.number, "slot", f"slot {row.slot} stands in row {seen[slot]} already"))
        seen.setdefault(slot, row.number)
    return problems


def write_channels(rows: Iterable[tuple[str | None, ...]], more: tuple[str, ...] = ()) -> str:
    """Write channels as slot, listing line, label, and ``more`` columns."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(("slot", "line", "label", *more))
    writer.writerows(rows)
    return out.getvalue()


def write_held(channels: Iterable[tuple[str, Channel]]) -> str:
    """Write channels by slot as a list that ``read_channels`` takes; one that sends nothing is written without ``send``."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(("slot", "receive (MHz)", "send (MHz)", "tone", "opens on", "width", "label"))
    for slot, c in channels:
        send = megahertz(c.tx_hz) if c.tx_hz is not None and c.tx_hz != c.rx_hz else ""
        sent, opened = (
            code_or_tone and (f"d{code_or_tone}" if code_or_tone[-1] in "NI" else code_or_tone)
            for code_or_tone in (c.tone.tone_tx or c.tone.dcs_tx, c.tone.tone_rx or c.tone.dcs_rx)
        )
        both_codes = sent == opened and sent is not None and sent[0] == "d"
        writer.writerow(
            (slot, megahertz(c.rx_hz), send, sent or "", "" if both_codes else opened or "", c.width or "", c.label or "")
        )
    return out.getvalue()
