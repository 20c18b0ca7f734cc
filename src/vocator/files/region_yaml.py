"""Region packs: YAML to :class:`BandPlan`."""

from functools import cache
from pathlib import Path
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, ValidationError

from vocator.core.channel.band_plan import Band, BandPlan, RepeaterSegment, Span
from vocator.core.channel.channel import Width
from vocator.files.data_problems import DataFileError
from vocator.files.strict_yaml import load_yaml

REGIONS = Path(__file__).parent.parent / "data" / "regions"


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=True)


class _Range(_Strict):
    range_hz: list[int]
    why: str = ""
    raster_hz: int = 0


class _Band(_Strict):
    name: str
    range_hz: list[int]


class _Repeaters(_Strict):
    outputs_hz: list[int]
    shifts_hz: list[int]
    segment_hz: list[int] | None = None
    ask: bool = False
    why: str


class _Region(_Strict):
    name: str
    note: str
    rasters_hz: list[int]
    bands: list[_Band]
    repeaters: list[_Repeaters]
    simplex: list[_Range]
    calling_hz: list[int]
    satellites: list[_Range]
    receive_only: list[_Range]
    mixed: list[_Range] = []
    usual_width: Literal["wide", "narrow"] = "wide"


def _spans(ranges: list[_Range]) -> tuple[Span, ...]:
    return tuple(Span(r.range_hz[0], r.range_hz[1], r.why, r.raster_hz) for r in ranges)


def _segment(given: _Repeaters) -> RepeaterSegment:
    inside = Span(given.segment_hz[0], given.segment_hz[1]) if given.segment_hz else None
    return RepeaterSegment(Span(given.outputs_hz[0], given.outputs_hz[1]), tuple(given.shifts_hz), inside, given.ask, given.why)


@cache
def load_region(name: str) -> BandPlan:
    """Return the pack called ``r2`` or ``r1``; raises DataFileError for what is wrong in it."""
    located = load_yaml(REGIONS / f"{name}.yaml")
    try:
        region = _Region.model_validate(located.data)
    except ValidationError as error:
        raise DataFileError([located.problem(_path(e["loc"]), e["msg"]) for e in error.errors()]) from error
    return BandPlan(
        region.name,
        region.note,
        tuple(region.rasters_hz),
        tuple(Band(b.name, Span(b.range_hz[0], b.range_hz[1])) for b in region.bands),
        tuple(_segment(r) for r in region.repeaters),
        _spans(region.simplex),
        tuple(region.calling_hz),
        _spans(region.satellites),
        _spans(region.receive_only),
        Width(region.usual_width),
        _spans(region.mixed),
    )


def _path(loc: tuple[Any, ...]) -> tuple[str | int, ...]:
    return tuple(loc)


def region_names() -> list[str]:
    """Return the names of the packs that ship, the first the default."""
    return sorted((p.stem for p in REGIONS.glob("*.yaml")), reverse=True)
