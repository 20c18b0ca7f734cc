"""Channels of an outing as CSV, out and in: any order of columns, comments, units in the header, odd encodings.

Columns: ``name``, and ``line`` or ``receive (MHz)`` with ``send (MHz)``, ``tone``, ``opens on``, ``width``; ``role``,
``latitude``, ``longitude``, ``antenna (m)``, ``off air``, ``note``.
"""

import re
from dataclasses import dataclass
from typing import Any

from vocator.core.channel.channel import megahertz
from vocator.core.outing.outing import Outing, Role
from vocator.files.csv_cells import UNITS, read_rows, write_rows

COLUMNS = (
    "id",
    "name",
    "line",
    "role",
    "latitude",
    "longitude",
    "antenna",
    "off air",
    "note",
    "receive",
    "send",
    "tone",
    "opens on",
    "width",
)
HEAD = ("id", "name", "line", "role", "latitude", "longitude", "antenna (m)", "off air", "note")
MOST_ROWS = 5_000
YES = frozenset({"yes", "true", "1", "x", "off"})


@dataclass(frozen=True, slots=True)
class CsvChannel:
    """A row: its number in the file, the channel's plain form, or why it cannot be taken."""

    number: int
    channel: dict[str, Any]
    problem: str = ""


def write_outing_csv(outing: Outing) -> str:
    """Write the channels; a cell that a spreadsheet would take for a formula gets an apostrophe before it."""
    rows = []
    for c in outing.channels:
        place = (repr(c.at.latitude_deg), repr(c.at.longitude_deg), f"{c.at.height_m:g}") if c.at else ("", "", "")
        rows.append((c.id, c.name, c.line, c.role, *place, "yes" if c.off_air else "", c.note))
    return f"# {re.sub('[^ -~]', ' ', outing.name)}: channels\n{write_rows(HEAD, rows)}"


def read_outing_csv(raw: bytes) -> tuple[list[CsvChannel], list[str]]:
    """Return each row as it was understood, and what is wrong with the whole: then there are no rows."""
    try:
        text = raw.decode("utf-16" if raw[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8-sig")
    except UnicodeDecodeError:
        text = raw.decode("latin-1")
    lines = [(n, x) for n, x in enumerate(text.splitlines(), 1) if x.strip(" \t,;") and not x.lstrip().startswith("#")]
    if not lines:
        return [], ["no rows; the first row names the columns, for example: name,line,role"]
    if len(lines) > MOST_ROWS + 1:
        return [], [f"{len(lines):,} rows; up to {MOST_ROWS:,} are read: split the file"]
    comma = max(",;\t", key=lines[0][1].count)
    try:
        records = read_rows((x for _, x in lines), comma)
    except ValueError as error:
        return [], [str(error)]
    heads, problems = _heads(records[0])
    if problems:
        return [], problems
    rows = [_row(n, r, heads) for (n, _), r in zip(lines[1:], records[1:], strict=False)]
    return rows, []


def _heads(record: list[str]) -> tuple[list[tuple[str, float]], list[str]]:
    heads: list[tuple[str, float]] = []
    problems = []
    for cell in record:
        found = re.fullmatch(r"\s*([a-z ]+?)\s*(?:\(([a-z]+)\))?\s*", cell.lower())
        name, unit = (found[1], found[2] or "") if found else (cell.strip(), "")
        if name not in COLUMNS:
            problems.append(f"column {cell.strip()[:30]!r} is not known; known are {', '.join(COLUMNS)}")
        if name in ("receive", "send") and unit not in UNITS:
            problems.append(f"column {name} needs its unit in the header: {name} (MHz), (kHz) or (Hz)")
        heads.append((name, UNITS.get(unit, 1)))
    names = [n for n, _ in heads]
    if "line" not in names and "receive" not in names:
        problems.append("a column 'line' or 'receive (MHz)' is needed")
    problems += [f"column {n} stands there twice" for n in sorted({n for n in names if names.count(n) > 1})]
    return heads, problems


def _row(number: int, record: list[str], heads: list[tuple[str, float]]) -> CsvChannel:
    if len(record) > len(heads) and any(c.strip() for c in record[len(heads) :]):
        return CsvChannel(number, {}, f"{len(record)} fields, but the header names {len(heads)}")
    cells = {n: re.sub(r"^'(?=[=+@\-])", "", c.strip()) for (n, _), c in zip(heads, record, strict=False)}
    units = dict(heads)
    try:
        line = cells.get("line") or _line(cells, units)
        place = _place(cells)
        role = (cells.get("role") or "back-up").lower()
        if role not in list(Role):
            raise ValueError(f"role {role[:20]!r}; allowed: {', '.join(Role)}")
    except ValueError as error:
        return CsvChannel(number, {}, str(error))
    made = {
        "id": cells.get("id") or "", "name": (cells.get("name") or line)[:60], "line": line, "role": role, "at": place,
        "off_air": cells.get("off air", "").lower() in YES, "note": cells.get("note", "")[:300],
    }  # fmt: skip
    return CsvChannel(number, made)


def _number(text: str, where: str) -> float:
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise ValueError(f"{where} is {text[:20]!r}, no number") from None


def _line(cells: dict[str, str], units: dict[str, float]) -> str:
    if not cells.get("receive"):
        raise ValueError("neither a line nor a receive frequency")
    rx_hz = round(_number(cells["receive"], "receive") * units["receive"])
    parts = [megahertz(rx_hz)]
    if cells.get("send"):
        tx_hz = round(_number(cells["send"], "send") * units["send"])
        parts.append("simplex" if tx_hz == rx_hz else f"input {megahertz(tx_hz)}")
    else:
        parts.append("simplex")
    tone, opens = cells.get("tone", ""), cells.get("opens on", "")
    parts.append((tone if tone.startswith(("d", "t")) else f"t{tone}") if tone else "no tone")
    if opens:
        parts.append(f"r{opens}")
    return " ".join([*parts, cells.get("width", "")]).strip()


def _place(cells: dict[str, str]) -> dict[str, float] | None:
    if not cells.get("latitude") and not cells.get("longitude"):
        return None
    return {
        "latitude_deg": _number(cells.get("latitude", ""), "latitude"), "longitude_deg": _number(cells.get("longitude", ""), "longitude"),
        "height_m": _number(cells.get("antenna") or "10", "antenna"),
    }  # fmt: skip
