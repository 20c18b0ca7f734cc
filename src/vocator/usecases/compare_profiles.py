"""Two descriptions of the same radio side by side: where they read the manual differently; single readings taken over."""

import json
from collections.abc import Iterator
from typing import Any

from vocator.core.refusal import Refusal
from vocator.files.profile_alternatives import GONE, Change
from vocator.files.profile_readings import build_whole
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.trial import mended

Path = tuple[str | int, ...]
NAMES = ("model", "name")
"""What names a description, and is no reading of the manual."""


def differences(here: str, there: str) -> list[dict[str, Any]]:
    """Return where two profiles (YAML) differ: the path, and what stands here and there as text, empty where nothing does.

    Raises DataFileError for one that is no profile.
    """
    both = [read_yaml(text, name) for text, name in ((here, "here"), (there, "there"))]
    for located in both:
        build_whole(located)
    first, second = (located.data for located in both)
    return [
        {"path": _text(path), "here": _said(a), "there": _said(b)}
        for path, a, b in _differing((), first, second)
        if path[0] not in NAMES
    ]


def with_readings(here: str, there: str, paths: list[str]) -> str:
    """Return a profile's text with single readings of another taken over, its comments kept; raises Refusal for a path at which they do not differ."""
    found = {
        _text(path): (path, b)
        for path, _, b in _differing((), read_yaml(here, "here").data, read_yaml(there, "there").data)
        if path[0] not in NAMES
    }
    for path in paths:
        if path not in found:
            raise Refusal(path[:80], "reading", "a place at which they differ", "Compare them anew.")
    # the last of a list goes first, so that the others keep their places
    patches = sorted((found[p] for p in paths), key=lambda patch: [str(x).zfill(6) for x in patch[0]], reverse=True)
    return mended(here, Change(tuple(patches), "taken over", ""))


def _differing(path: Path, a: Any, b: Any) -> Iterator[tuple[Path, Any, Any]]:
    if isinstance(a, dict) and isinstance(b, dict):
        for key in [*a, *(k for k in b if k not in a)]:
            if key not in a or key not in b:
                yield (*path, key), a.get(key, GONE), b.get(key, GONE)
            else:
                yield from _differing((*path, key), a[key], b[key])
    elif isinstance(a, list) and isinstance(b, list) and len(a) == len(b):
        for n, (x, y) in enumerate(zip(a, b, strict=True)):
            yield from _differing((*path, n), x, y)
    elif a != b:
        yield path, a, b


def _text(path: Path) -> str:
    return ".".join(str(p) for p in path)


def _said(value: Any) -> str:
    if value is GONE:
        return ""
    return value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
