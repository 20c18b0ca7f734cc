"""JSON from outside: size and depth are bounded before it is read."""

import json
import re
from typing import Any

MOST_DEPTH = 40
_STRING = re.compile(rb'"[^"\\]*(?:\\.[^"\\]*)*"', re.DOTALL)
_BRACKETS = re.compile(rb"[\[{\]}]")


def depth_of(raw: bytes) -> int:
    """Return how deep the brackets of a JSON text are nested; those within strings do not count."""
    depth = deepest = 0
    for found in _BRACKETS.finditer(_STRING.sub(b"", raw)):
        depth += 1 if found[0] in b"[{" else -1
        deepest = max(deepest, depth)
    return deepest


def read_json(raw: bytes | str, most_depth: int = MOST_DEPTH) -> Any:
    """Return what a JSON text says; raises ValueError for one that is none, is nested too deeply, or holds NaN or infinity."""
    raw = raw.encode("utf-8", "surrogatepass") if isinstance(raw, str) else raw
    if depth_of(raw) > most_depth:
        raise ValueError(f"nested more than {most_depth} deep")
    return json.loads(raw, parse_constant=_refuse)


def _refuse(name: str) -> Any:
    raise ValueError(f"{name} is no number")
