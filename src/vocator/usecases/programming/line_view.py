"""What a listing line stands for, as the bench shows it; the region packs."""

from typing import Any

from vocator.core.channel.channel import megahertz
from vocator.core.keeping.records import Station
from vocator.files.region_yaml import load_region, region_names
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.programming.sheet_view import sum_lines


def may_send(station: Station, tx_hz: int | None) -> bool:
    """Whether the operator has stated that this frequency may be sent on."""
    band = load_region(station.region).band(tx_hz) if tx_hz is not None else None
    return band is not None and band.name in station.may_send_on


def line_view(station: Station, line: str) -> dict[str, Any]:
    """Return the channel that a line stands for by a station's habits, with its sum in words; raises Refusal."""
    found = resolve_line(line, station.region, station.receive)
    channel = found.channel
    return {
        **found.as_dict(),
        "memory": found.memory,
        "may_send": not found.receive_only and may_send(station, channel.tx_hz),
        "sum": sum_lines(channel.as_dict(), found.reasons, found.receive_only, bool(found.doubts)),
        "talk_around": None if channel.is_simplex else f"{megahertz(channel.rx_hz)} simplex",
    }


def regions_view() -> list[dict[str, Any]]:
    """Return the region packs that ship, with their simplex channels."""
    packs = [(name, load_region(name)) for name in region_names()]
    return [
        {
            "id": name, "name": p.name, "note": p.note, "bands": [b.name for b in p.bands],
            "simplex": [{"hz": hz, "band": band.name, "calling": hz in p.calling_hz} for hz in p.simplex_channels() if (band := p.band(hz))],
        }
        for name, p in packs
    ]  # fmt: skip
