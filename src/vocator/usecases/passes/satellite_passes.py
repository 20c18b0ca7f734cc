"""Find passes and Doppler sets from an element file; the answers of the command line."""

from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from vocator.core.instants import instant_from
from vocator.core.orbit.doppler import curve_of
from vocator.core.orbit.doppler_set import DopplerSet, doppler_set
from vocator.core.orbit.elements import Elements
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.passes import Found, Pass, find_passes
from vocator.core.orbit.site import Site, site_of
from vocator.core.orbit.sky import Sky
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError, Problem
from vocator.files.elements_any import read_elements
from vocator.files.elements_file import ElementFile
from vocator.files.mask_csv import read_mask

MOST_DAYS = 31
AOS_NEAR_S = 60.0


def elements_from(path: str) -> ElementFile:
    """Read an element file; raises DataFileError where not one set can be used."""
    try:
        file = read_elements(Path(path).read_bytes())
    except OSError as error:
        raise DataFileError([Problem(path, 1, "", f"cannot be read: {error.strerror}")]) from error
    if not file.elements:
        raise DataFileError([Problem(path, u.line, u.name, u.why) for u in file.unusable[:20]])
    return file


def mask_from(path: str | None) -> HorizonMask | None:
    """Read a horizon mask file; raises Refusal, DataFileError."""
    if path is None:
        return None
    try:
        return read_mask(Path(path).read_text(encoding="utf-8-sig"))
    except (OSError, UnicodeDecodeError) as error:
        raise DataFileError([Problem(path, 1, "", f"cannot be read as UTF-8 text: {error}")]) from error


def site_from(text: str) -> Site:
    """Read ``LAT,LON[,M]``; raises Refusal."""
    try:
        values = [float(p) for p in text.split(",")]
        if not 2 <= len(values) <= 3:
            raise ValueError
    except ValueError:
        raise Refusal(repr(text), "site", "latitude, longitude and perhaps metres", "For example: 49.5,-57.8,40") from None
    return site_of(*values)


def moment_from(text: str, where: str) -> datetime:
    """Read a moment in ISO 8601; UTC where no zone stands; raises Refusal."""
    try:
        return instant_from(text)
    except ValueError:
        raise Refusal(
            repr(text), where, "a moment from 2000 to 2099, like 2026-11-25T00:00:00Z", "Give date and time in UTC."
        ) from None


def days_from(days: float) -> float:
    """Check a span; raises Refusal."""
    if not 0 < days <= MOST_DAYS:
        raise Refusal(f"{days:g}", "days", f"more than 0, up to {MOST_DAYS}", "Elements are too old for more.")
    return float(days)


def iso(at: datetime) -> str:
    """Write a moment in UTC to the millisecond."""
    whole = at.astimezone(UTC) + timedelta(microseconds=500)
    return whole.strftime("%Y-%m-%dT%H:%M:%S.") + f"{whole.microsecond // 1000:03d}Z"


def pass_dict(found: Pass) -> dict[str, Any]:
    """Return a pass in the form that the command line speaks."""
    return {
        "satellite": found.satellite,
        "aos_utc": iso(found.aos_utc),
        "tca_utc": iso(found.tca_utc),
        "closest_utc": iso(found.closest_utc),
        "los_utc": iso(found.los_utc),
        "max_elevation_deg": round(found.max_elevation_deg, 4),
        "azimuth_aos_deg": round(found.azimuth_aos_deg, 4),
        "azimuth_tca_deg": round(found.azimuth_tca_deg, 4),
        "azimuth_los_deg": round(found.azimuth_los_deg, 4),
        "windows": [{"start_utc": iso(w.start_utc), "end_utc": iso(w.end_utc)} for w in found.windows],
    }


def passes_answer(elements: str, site: str, start: str, days: float, mask: str | None = None) -> dict[str, Any]:
    """Return the passes of all satellites of a file; sets that cannot be used are told among those without passes."""
    at, span = moment_from(start, "start"), days_from(days)
    place, horizon = site_from(site), mask_from(mask)
    file = elements_from(elements)
    found = find_passes(file.elements, place, at, span, horizon)
    return passes_dict(found, file)


def passes_dict(found: Found, file: ElementFile) -> dict[str, Any]:
    """Return passes and what has none."""
    unusable = [
        {"satellite": u.name or f"line {u.line}", "reason": f"elements unusable: line {u.line}: {u.why}"} for u in file.unusable
    ]
    return {
        "passes": [pass_dict(p) for p in found.passes],
        "without_passes": [{"satellite": w.satellite, "reason": w.reason} for w in found.without] + unusable,
    }


def named(elements: tuple[Elements, ...], satellite: str) -> Elements:
    """Return the satellite of a name or catalogue number; raises Refusal."""
    wanted = satellite.strip().casefold()
    for e in elements:
        if wanted in (e.name.casefold(), str(e.number)):
            return e
    names = ", ".join(e.name for e in elements[:12])
    raise Refusal(repr(satellite), "satellite", names + (" …" if len(elements) > 12 else ""), "Take one of these names.")


def pass_near(elements: Elements, site: Site, aos_utc: datetime) -> tuple[Sky, Pass]:
    """Return the pass that rises within 60 s of a moment; raises Refusal with the nearest one."""
    start = aos_utc - timedelta(hours=12)
    found = find_passes([elements], site, start, 1.0)
    if not found.passes:
        reason = found.without[0].reason if found.without else "it has no pass within 12 hours of that"
        raise Refusal(iso(aos_utc), "aos", f"a rise of {elements.name}", reason[0].upper() + reason[1:] + ".")
    best = min(found.passes, key=lambda p: abs((p.aos_utc - aos_utc).total_seconds()))
    if abs((best.aos_utc - aos_utc).total_seconds()) > AOS_NEAR_S:
        raise Refusal(
            iso(aos_utc), "aos", "a rise within 60 s", f"The nearest rise of {elements.name} is at {iso(best.aos_utc)}."
        )
    return Sky(elements, site, start), best


def doppler_answer(given: dict[str, Any]) -> dict[str, Any]:
    """Return the Doppler set of one pass; ``given`` holds the options of ``vocator doppler-set``."""
    elements = named(elements_from(given["elements"]).elements, given["satellite"])
    sky, found = pass_near(elements, site_from(given["site"]), moment_from(given["aos"], "aos"))
    downlink, uplink = _link(given["downlink_hz"], "downlink"), _link(given["uplink_hz"], "uplink")
    made = doppler_set(
        curve_of(sky, found, downlink, uplink), downlink, uplink, given["step_hz"], given.get("uplink_step_hz"),
        given.get("memories"), given.get("worst_hz"),
    )  # fmt: skip
    return set_dict(made)


def _link(hz: int, where: str) -> int:
    if not 1_000_000 <= hz <= 100_000_000_000:
        raise Refusal(f"{hz} Hz", where, "1 MHz to 100 GHz", "Give the nominal frequency in hertz, for example 436500000.")
    return hz


def set_dict(made: DopplerSet) -> dict[str, Any]:
    """Return a set in the form that the command line speaks."""
    return {
        "memories": [
            {"downlink_hz": m.downlink_hz, "uplink_hz": m.uplink_hz, "from_utc": iso(m.from_utc), "to_utc": iso(m.to_utc)}
            for m in made.memories
        ],
        "worst_downlink_hz": round(made.downlink.worst_hz, 1),
        "worst_uplink_hz": round(made.uplink.worst_hz, 1),
        "mean_downlink_hz": round(made.downlink.mean_hz, 1),
        "mean_uplink_hz": round(made.uplink.mean_hz, 1),
    }
