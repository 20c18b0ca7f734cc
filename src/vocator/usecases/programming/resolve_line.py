"""Resolve a listing line by a region's habits."""

from vocator.core.channel.listing_line import resolve
from vocator.core.channel.resolution import Resolution
from vocator.core.refusal import Refusal
from vocator.files.region_yaml import load_region, region_names
from vocator.usecases.errors import NotFound


def resolve_line(line: str, region: str = "r2", receive: str = "open") -> Resolution:
    """Return the channel that a line stands for; raises Refusal, NotFound."""
    if region not in region_names():
        raise NotFound(f"region {region!r}", ", ".join(region_names()))
    if receive not in ("open", "closed"):
        raise NotFound(f"receive {receive!r}", "open, closed")
    return resolve(line, load_region(region), receive == "closed")


def understood(line: str, region: str, receive: str) -> Resolution | None:
    """Return what a line stands for, None for one that cannot be taken; raises NotFound."""
    try:
        return resolve_line(line, region, receive)
    except Refusal:
        return None
