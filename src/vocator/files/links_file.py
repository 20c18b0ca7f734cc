"""Links of satellites as CSV and as JSON, in and out: one row, or one object, a link.

Columns, in any order: ``number`` (the catalogue number) or ``satellite`` (a name that is known here); ``downlink`` and ``uplink``
with their unit in the header, ``(MHz)``, ``(kHz)`` or ``(Hz)``; ``transponder``, ``tone``, ``arming tone``, ``timer`` (seconds),
``width``, ``state``, ``notes``, ``source``, ``date``.  JSON has the same under the names of the fields of ``Link``, frequencies in hertz.
"""

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from pydantic import TypeAdapter, ValidationError

from vocator.core.onair.links import Link
from vocator.files.bounded_json import read_json
from vocator.files.csv_cells import hertz, read_heads, read_rows, separator, write_rows
from vocator.files.elements_file import Unusable

COLUMNS = (
    "number", "satellite", "transponder", "downlink", "uplink", "tone", "arming tone", "timer", "width", "state", "notes", "source", "date",
)  # fmt: skip
FIELD_OF = {
    "transponder": "name", "tone": "access_tone", "arming tone": "arming_tone", "timer": "timer_s", "date": "dated", "downlink": "downlink_hz",
    "uplink": "uplink_hz",
}  # fmt: skip
MOST_LINKS = 5_000
_LINK = TypeAdapter(Link)


@dataclass(frozen=True, slots=True)
class LinkFile:
    """The links of a file in its order, and what could not be used."""

    links: tuple[Link, ...]
    unusable: tuple[Unusable, ...] = ()


def read_links(text: str, numbers: Mapping[str, int]) -> LinkFile:
    """Return the links of a file; ``numbers`` are the catalogue numbers of known satellites by name, in small letters."""
    body = text.removeprefix("\ufeff").strip()
    if not body:
        return LinkFile((), (Unusable("", 1, "the file is empty"),))
    return _read(_objects(body) if body[0] in "[{" else _rows(body), numbers)


def _objects(text: str) -> list[tuple[int, Any]]:
    try:
        given = read_json(text)
    except ValueError as error:
        return [(getattr(error, "lineno", 1), f"no JSON: {error}; the file may be cut short")]
    records = given if isinstance(given, list) else [given]
    return [
        (n, r if isinstance(r, dict) else "an object with the fields of a link is expected") for n, r in enumerate(records, 1)
    ]


def _rows(text: str) -> list[tuple[int, Any]]:
    lines = [(n, line) for n, line in enumerate(text.splitlines(), 1) if line.strip() and not line.lstrip().startswith("#")]
    if not lines:
        return [(1, "no rows; the first names the columns, for example: number,downlink (MHz),uplink (MHz),tone")]
    try:
        records = read_rows((line for _, line in lines), separator(lines[0][1]))
    except ValueError as error:
        return [(lines[0][0], str(error))]
    units, wrong = read_heads(records[0], COLUMNS, ("downlink", "uplink"))
    if wrong:
        return [(lines[0][0], f"{name}: {why}") for name, why in wrong]
    if not {"number", "satellite"} & set(units) or "downlink" not in units:
        return [(lines[0][0], "the header needs number or satellite, and downlink (MHz)")]
    found: list[tuple[int, Any]] = []
    for (number, _), record in zip(lines[1:], records[1:], strict=False):
        cells = {name: cell.strip().lstrip("'") for name, cell in zip(units, record, strict=False) if cell.strip()}
        try:
            fields: dict[str, Any] = {FIELD_OF.get(k, k): v for k, v in cells.items()}
            for name in ("downlink", "uplink"):
                if name in cells:
                    fields[f"{name}_hz"] = hertz(cells[name], units[name])
            for name in ("access_tone", "arming_tone"):
                if name in fields:
                    fields[name] = f"{float(fields[name].replace(',', '.')):.1f}"
            found.append((number, fields))
        except ValueError as error:
            found.append((number, str(error)))
    return found


def _read(records: list[tuple[int, Any]], numbers: Mapping[str, int]) -> LinkFile:
    good: list[Link] = []
    bad: list[Unusable] = []
    for line, record in records:
        if isinstance(record, str):
            bad.append(Unusable("", line, record))
            continue
        fields = dict(record)
        name = str(fields.pop("satellite", "") or "").strip()
        if fields.get("number") is None and name:
            fields["number"] = numbers.get(name.lower())
        if fields.get("number") is None:
            bad.append(Unusable(name[:40], line, "no satellite of this name is known here: give its catalogue number"))
            continue
        try:
            for empty in [k for k, v in fields.items() if v in ("", None)]:
                del fields[empty]
            if odd := set(fields) - set(Link.__dataclass_fields__):
                raise ValueError(f"{sorted(odd)[0]}: no such field; allowed: {', '.join(Link.__dataclass_fields__)}")
            good.append(_LINK.validate_python(fields))
        except ValidationError as error:
            first = error.errors()[0]
            where = ".".join(str(p) for p in first["loc"])
            bad.append(Unusable(name[:40], line, f"{where}: {first['msg']}".removeprefix(": ").replace("Value error, ", "")))
        except ValueError as error:
            bad.append(Unusable(name[:40], line, str(error)))
        if len(good) > MOST_LINKS:
            return LinkFile((), (Unusable("", line, f"more than {MOST_LINKS} links; take them in parts"),))
    return LinkFile(tuple(good), tuple(bad))


def write_links_csv(links: Iterable[Link], names: Mapping[int, str]) -> str:
    """Write links as a list that ``read_links`` takes, frequencies in MHz."""
    head = [f"{c} (MHz)" if c in ("downlink", "uplink") else c for c in COLUMNS]
    rows = [
        (
            one.number, names.get(one.number, ""), one.name, _mhz(one.downlink_hz), _mhz(one.uplink_hz), one.access_tone, one.arming_tone,
            f"{one.timer_s:g}" if one.timer_s else None, one.width, one.state, one.notes, one.source, one.dated,
        )
        for one in links
    ]  # fmt: skip
    return write_rows(head, rows)


def _mhz(hz: int | None) -> str | None:
    return f"{hz // 1_000_000}.{hz % 1_000_000:06d}" if hz else None


def write_links_json(links: Iterable[Link], names: Mapping[int, str]) -> str:
    """Write links as JSON."""
    return json.dumps([{"satellite": names.get(one.number, ""), **one.as_dict()} for one in links], ensure_ascii=False, indent=1)
