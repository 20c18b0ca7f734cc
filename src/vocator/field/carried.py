"""Profiles of one's own that a device carries, compiled; empty at a server, which reads its store."""

from typing import Any

_carried: dict[str, dict[str, Any]] = {}


def take(profiles: dict[str, dict[str, Any]]) -> bool:
    """Carry these in place of those before: by model the first firmware, and each profile's text with its digest; says whether they differ."""
    if profiles == _carried:
        return False
    _carried.clear()
    _carried.update(profiles)
    return True


def models() -> list[str]:
    """Return the models that are carried."""
    return sorted(_carried)


def profile(model: str) -> dict[str, Any] | None:
    """Return what is carried of a model."""
    return _carried.get(model)
