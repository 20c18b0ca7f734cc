"""Readings of what a profile does not know: in a field kit only the likeliest."""

from typing import Any

Reading = Any


def readings(located: Any, firmware: str | None, region: str) -> list[Any]:
    """Return nothing: a kit holds profiles that ship, and these say all."""
    return []
