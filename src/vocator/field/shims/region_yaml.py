"""Region packs of a field kit: compiled."""

import json
from functools import cache
from pathlib import Path
from typing import Any

from vocator.core.channel.band_plan import Band, BandPlan, RepeaterSegment, Span
from vocator.core.channel.channel import Width

COMPILED = Path(__file__).parent.parent / "compiled.json"


@cache
def _all() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(COMPILED.read_text(encoding="utf-8"))["regions"]
    return found


def region_names() -> list[str]:
    """Return the packs of the kit, the first the default."""
    return list(_all())


def _span(given: dict[str, Any] | None) -> Span | None:
    return Span(**given) if given else None


def _spans(given: list[dict[str, Any]]) -> tuple[Span, ...]:
    return tuple(Span(**g) for g in given)


@cache
def load_region(name: str) -> BandPlan:
    """Return a pack as it was compiled."""
    g = _all()[name]
    bands = tuple(Band(b["name"], Span(**b["span"])) for b in g["bands"])
    segments = tuple(
        RepeaterSegment(Span(**s["outputs"]), tuple(s["shifts_hz"]), _span(s["segment"]), s["ask"], s["why"])
        for s in g["repeaters"]
    )
    return BandPlan(
        g["name"], g["note"], tuple(g["rasters_hz"]), bands, segments, _spans(g["simplex"]), tuple(g["calling_hz"]), _spans(g["satellites"]),
        _spans(g["receive_only"]), Width(g["usual_width"]),
    )  # fmt: skip
