"""CCSDS orbit mean-elements messages as JSON and CSV, in and out, checked before anything is believed."""

import csv
import io
import json
import math
from datetime import datetime
from typing import Any

from vocator.core.instants import instant_from
from vocator.core.orbit.elements import EARLIEST, Elements, faults_of
from vocator.files.bounded_json import read_json
from vocator.files.elements_file import ElementFile, Unusable

FIELDS = (
    "OBJECT_NAME", "OBJECT_ID", "EPOCH", "MEAN_MOTION", "ECCENTRICITY", "INCLINATION", "RA_OF_ASC_NODE", "ARG_OF_PERICENTER",
    "MEAN_ANOMALY", "EPHEMERIS_TYPE", "CLASSIFICATION_TYPE", "NORAD_CAT_ID", "ELEMENT_SET_NO", "REV_AT_EPOCH", "BSTAR",
    "MEAN_MOTION_DOT", "MEAN_MOTION_DDOT",
)  # fmt: skip
_NEEDED = FIELDS[2:9]


def read_omm_json(text: str) -> ElementFile:
    """Read a list of messages, or one; what cannot be used is told with its place in the list."""
    try:
        given = read_json(text)
    except ValueError as error:
        return ElementFile((), (Unusable("", getattr(error, "lineno", 1), f"no JSON: {error}; the file may be cut short"),))
    records = given if isinstance(given, list) else [given]
    return _read([(n, r) for n, r in enumerate(records, 1)])


def read_omm_csv(text: str) -> ElementFile:
    """Read messages from CSV with a header line."""
    rows = csv.DictReader(io.StringIO(text))
    try:
        missing = [f for f in _NEEDED if f not in (rows.fieldnames or [])]
        if missing:
            return ElementFile((), (Unusable("", 1, f"the header lacks {', '.join(missing)}"),))
        return _read([(rows.line_num, r) for r in rows])
    except csv.Error as error:
        return ElementFile((), (Unusable("", rows.line_num, f"no CSV: {error}"),))


def _read(records: list[tuple[int, Any]]) -> ElementFile:
    good, bad = [], []
    for line, record in records:
        if not isinstance(record, dict):
            bad.append(Unusable("", line, "an object with OMM fields is expected"))
            continue
        name = str(record.get("OBJECT_NAME") or "").strip()
        try:
            elements = _elements(name, record)
        except ValueError as error:
            bad.append(Unusable(name, line, str(error)))
            continue
        faults = faults_of(elements)
        if faults:
            bad.append(Unusable(name, line, "; ".join(map(str, faults))))
        else:
            good.append(elements)
    return ElementFile(tuple(good), tuple(bad))


def _elements(name: str, record: dict[str, Any]) -> Elements:
    for field in _NEEDED:
        if record.get(field) in (None, ""):
            raise ValueError(f"{field} is missing: the file may be cut short")
    for field, wanted in (("TIME_SYSTEM", "UTC"), ("MEAN_ELEMENT_THEORY", "SGP4"), ("REF_FRAME", "TEME")):
        if record.get(field) not in (None, "", wanted):
            raise ValueError(f"{field} is {record[field]}; only {wanted} can be used")
    number = round(_number(record, "NORAD_CAT_ID", 0))
    return Elements(
        name or str(number), str(record.get("OBJECT_ID") or ""), number, _epoch(str(record["EPOCH"])),
        _number(record, "MEAN_MOTION"), _number(record, "ECCENTRICITY"), _number(record, "INCLINATION"),
        _number(record, "RA_OF_ASC_NODE"), _number(record, "ARG_OF_PERICENTER"), _number(record, "MEAN_ANOMALY"),
        _number(record, "BSTAR", 0), _number(record, "MEAN_MOTION_DOT", 0), _number(record, "MEAN_MOTION_DDOT", 0),
        str(record.get("CLASSIFICATION_TYPE") or "U"), round(_number(record, "EPHEMERIS_TYPE", 0)),
        round(_number(record, "ELEMENT_SET_NO", 0)), round(_number(record, "REV_AT_EPOCH", 0)),
    )  # fmt: skip


def _number(record: dict[str, Any], field: str, default: float | None = None) -> float:
    value = record.get(field)
    if value in (None, "") and default is not None:
        return default
    try:
        number = float(value)  # type: ignore[arg-type]
    except (TypeError, ValueError, OverflowError):
        raise ValueError(f"{field} is {str(value)[:20]!r}, no number") from None
    if isinstance(value, bool) or not math.isfinite(number):
        raise ValueError(f"{field} is {value}; a number is needed")
    return number


def _epoch(text: str) -> datetime:
    try:
        return instant_from(text, EARLIEST)
    except ValueError:
        raise ValueError(
            f"EPOCH is {text[:40]!r}; allowed: from {EARLIEST.year} to 2099, like 2026-11-20T10:00:00.000288"
        ) from None


def _record(e: Elements) -> dict[str, Any]:
    values = (
        e.name, e.object_id, e.epoch_utc.strftime("%Y-%m-%dT%H:%M:%S.%f"), e.mean_motion_rev_day, e.eccentricity, e.inclination_deg,
        e.ascending_node_deg, e.perigee_deg, e.mean_anomaly_deg, e.ephemeris_type, e.classification, e.number, e.set_number,
        e.revolutions, e.bstar, e.mean_motion_dot, e.mean_motion_ddot,
    )  # fmt: skip
    return {k: int(v) if isinstance(v, float) and v == 0 else v for k, v in zip(FIELDS, values, strict=True)}


def write_omm_json(satellites: list[Elements]) -> str:
    """Write messages as a JSON list."""
    return json.dumps([_record(e) for e in satellites], indent=1, ensure_ascii=False) + "\n"


def write_omm_csv(satellites: list[Elements]) -> str:
    """Write messages as CSV with a header line."""
    out = io.StringIO()
    writer = csv.DictWriter(out, FIELDS, lineterminator="\n")
    writer.writeheader()
    writer.writerows(_record(e) for e in satellites)
    return out.getvalue()
