"""Two descriptions of the same radio side by side: where they read the manual differently; single readings taken over."""

import json
from collections.abc import Iterator
from typing import Any

from vocator.core.refusal import Refusal
from vocator.files.profile_changes import GONE, Change, Path
from vocator.files.profile_readings import build_whole
from vocator.files.strict_yaml import Located, read_yaml
from vocator.usecases.profiles.trial import mended

NAMES = ("model", "name")
"""What names a description, and is no reading of the manual."""


def differences(here: str, there: str) -> list[dict[str, Any]]:
    """Return where two profiles (YAML) differ: the path, and what stands here and there as text, empty where nothing does.

    Raises DataFileError for one that is no profile.
    """
    both = read_yaml(here, "here"), read_yaml(there, "there")
    for located in both:
        build_whole(located)
    return [{"path": text, "here": _said(a), "there": _said(b)} for text, (_, a, b) in _apart(*both).items()]


def with_readings(here: str, there: str, paths: list[str]) -> str:
    """Return a profile's text with single readings of another taken over, its comments kept; raises Refusal for a path at which they do not differ."""
    found = _apart(read_yaml(here, "here"), read_yaml(there, "there"))
    for path in paths:
        if path not in found:
            raise Refusal(path[:80], "reading", "a place at which they differ", "Compare them anew.")
    # the last of a list goes first, so that the others keep their places
    taken = sorted((found[p] for p in paths), key=lambda one: [str(x).zfill(6) for x in one[0]], reverse=True)
    return mended(here, Change(tuple((path, b) for path, _, b in taken), "taken over", ""))


def _apart(here: Located, there: Located) -> dict[str, tuple[Path, Any, Any]]:
    """Return the places at which two profiles differ, by their paths as text."""
    found = _differing((), here.data, there.data)
    return {".".join(map(str, path)): (path, a, b) for path, a, b in found if path[0] not in NAMES}


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


def _said(value: Any) -> str:
    if value is GONE:
        return ""
    return value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
