"""What a profile does not know: the other readings of its ``unknown`` parts, each as a profile of its own."""

import copy
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from vocator.core.radio.profile import Profile
from vocator.files.data_problems import DataFileError, Problem
from vocator.files.profile_yaml import build
from vocator.files.screen_schema import SCREEN_FILES, fields_of
from vocator.files.strict_yaml import Located, read_yaml


@dataclass(frozen=True, slots=True)
class Reading:
    """One other reading: where, what stands there in it, what stands there in the profile, why it is not known."""

    where: str
    text: str
    likeliest: str
    why: str
    profile: Profile


def read_kept(text: str, file: str) -> Located:
    """Read a profile that was kept by an earlier version, which took keys that mean nothing on a screen's kind; raises DataFileError."""
    return tidied(read_yaml(text, file))


def tidied(located: Located) -> Located:
    """Return a profile without the keys that mean nothing on the kind of screen that they stand on, and what is unknown of them."""
    screens = located.data.get("screens") if isinstance(located.data, dict) else None
    gone = [
        ["screens", name, key]
        for name, screen in (screens.items() if isinstance(screens, dict) else ())
        if isinstance(screen, dict) and (meant := fields_of(str(screen.get("kind"))))
        for key in screen
        if key not in meant and key in _OF_ANY_KIND
    ]
    if not gone:
        return located
    data = copy.deepcopy(located.data)
    for _, name, key in gone:
        del data["screens"][name][key]
    if "unknown" in data:
        data["unknown"] = [one for one in data["unknown"] if one.get("path", [])[:3] not in gone]
    return Located(located.file, data, located.lines)


_OF_ANY_KIND = {key for kind in SCREEN_FILES for key in fields_of(kind)}


def build_whole(located: Located) -> Profile:
    """Make a profile, and every other reading of it to see that it makes one; raises DataFileError with all problems."""
    profile = build(located, None, "r2")
    readings(located, None, "r2")
    return profile


def readings(located: Located, firmware: str | None, region: str) -> list[Reading]:
    """Return every other reading of a good profile, one unknown part at a time.

    Raises DataFileError for a path that leads nowhere and for a reading that makes no profile, KeyError for firmware or region.
    """
    found: list[Reading] = []
    problems: list[Problem] = []
    for n, one in enumerate(located.data.get("unknown") or []):
        path, where = one["path"], " › ".join(str(p) for p in one["path"])
        standing = _at(located.data, path)
        if standing is _NOWHERE:
            problems.append(located.problem(("unknown", n, "path"), f"{where} is nowhere in this profile"))
            continue
        for m, reading in enumerate(one["readings"]):
            try:
                profile = build(Located(located.file, _patched(located.data, path, reading), located.lines), firmware, region)
            except DataFileError as error:
                problems += [located.problem(("unknown", n, "readings", m), f"{p.path}: {p.text}") for p in error.problems]
                continue
            why = str(one.get("why") or "the manual does not say")
            found.append(Reading(where, _words(reading), _words(standing), why, profile))
    if problems:
        raise DataFileError(problems)
    return found


_NOWHERE = object()


def _at(data: Any, path: Sequence[str | int]) -> Any:
    for part in path:
        inside = (isinstance(data, dict) and part in data) or (
            isinstance(data, list) and isinstance(part, int) and 0 <= part < len(data)
        )
        if not inside:
            return _NOWHERE
        data = data[part]
    return data


def _patched(data: Any, path: Sequence[str | int], value: Any) -> Any:
    made = copy.deepcopy({k: v for k, v in data.items() if k != "unknown"})
    at = made
    for part in path[:-1]:
        at = at[part]
    at[path[-1]] = value
    return made


def _words(value: Any) -> str:
    return {True: "yes", False: "no"}.get(value, str(value)) if isinstance(value, bool) else str(value)
