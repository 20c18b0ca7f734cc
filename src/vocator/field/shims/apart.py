"""Work in a process apart: in a page it is done where it stands, in a worker already."""

from collections.abc import Callable
from typing import Any


def apart(model: str, work: Callable[..., Any], *args: Any) -> Any:
    """Do the work."""
    return work(*args)
