"""Cells of CSV files that others open in a spreadsheet."""

import csv
import io
import re
from collections.abc import Iterable, Sequence

NUMBER = re.compile(r"[+-]?\d+(\.\d+)?")


def harmless(cell: str) -> str:
    """Return a cell that no spreadsheet takes for a formula: an apostrophe before it, but for a plain number."""
    if cell.startswith(("=", "+", "-", "@", "\t", "\r")) and not NUMBER.fullmatch(cell):
        return f"'{cell}"
    return cell


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
