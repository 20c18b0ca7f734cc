"""Readings of what a profile does not know: in a field kit only the likeliest."""

from typing import Any

from vocator.files.data_problems import DataFileError, Problem

Reading = Any


def readings(located: Any, firmware: str | None, region: str) -> list[Any]:
    """Return nothing: a kit holds profiles that ship, and these say all."""
    return []


def read_kept(text: str, file: str) -> Any:
    """Raise DataFileError: a kit reads no YAML."""
    raise DataFileError([Problem(file, 1, "", "a field kit takes no profiles of one's own")])
