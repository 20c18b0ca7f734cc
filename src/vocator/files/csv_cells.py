"""Cells of CSV files that others open in a spreadsheet."""

import csv
import io
import re
from collections.abc import Iterable, Sequence

UNITS = {"mhz": 1_000_000, "khz": 1_000, "hz": 1}
NUMBER = re.compile(r"[+-]?\d+(\.\d+)?")


def harmless(cell: str) -> str:
    """Return a cell that no spreadsheet takes for a formula: an apostrophe before it, but for a plain number."""
    if cell.startswith(("=", "+", "-", "@", "\t", "\r")) and not NUMBER.fullmatch(cell):
        return f"'{cell}"
    return cell


def read_heads(
    record: list[str], columns: Sequence[str], frequencies: Sequence[str]
) -> tuple[dict[str, int], list[tuple[str, str]]]:
    """Return the columns of a heading with their units, in hertz, and what is wrong with which of them."""
    heads: dict[str, int] = {}
    wrong: list[tuple[str, str]] = []
    for cell in record:
        match = re.fullmatch(r"\s*([a-z ]+?)\s*(?:\((\w+)\))?\s*", cell.lower())
        name, unit = (match[1], match[2]) if match else (cell.strip(), None)
        if name not in columns:
            wrong.append((name, f"no such column; allowed: {', '.join(columns)}"))
        elif name in frequencies and unit not in UNITS:
            wrong.append((name, "give the unit in the header: (MHz), (kHz) or (Hz)"))
        elif name in heads:
            wrong.append((name, "this column stands there twice"))
        heads[name] = UNITS.get(unit or "", 1)
    return heads, wrong


def hertz(text: str, unit_hz: int) -> int:
    """Read a number, with a point or a comma, in a unit; raises ValueError."""
    if not re.fullmatch(r"\d{1,12}([.,]\d{1,9})?", text):
        raise ValueError(f"{text[:30]!r} is not a number")
    return round(float(text.replace(",", ".")) * unit_hz)


def separator(line: str) -> str:
    """Return what stands between the cells of a heading: comma, semicolon or tab."""
    return max(",;\t", key=line.count)


def read_rows(lines: Iterable[str], comma: str) -> list[list[str]]:
    """Return the cells of lines; raises ValueError for a cell that no list of channels has, or a quote that never ends."""
    try:
        return list(csv.reader(io.StringIO("\n".join(lines)), delimiter=comma, skipinitialspace=True))
    except csv.Error as error:
        raise ValueError(f"no list: {error}; look for a quote that does not end") from None


def write_rows(head: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """Return a CSV with a line of headings; None is an empty cell."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(head)
    writer.writerows([harmless("" if cell is None else str(cell)) for cell in row] for row in rows)
    return out.getvalue()
