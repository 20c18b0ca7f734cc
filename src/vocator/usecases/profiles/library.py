"""A club's library: a folder of profiles on the server, each taken in by a tap."""

from pathlib import Path
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.radio.profile import Profile
from vocator.files.data_problems import DataFileError
from vocator.files.profile_readings import build_whole
from vocator.files.strict_yaml import read_yaml
from vocator.settings import settings
from vocator.usecases.errors import NotFound
from vocator.usecases.profiles.own_profiles import MOST_BYTES, own_models, take_profile

MOST_FILES = 200


def _files() -> list[Path]:
    """Return the profiles of the folder, by name; none where there is no folder."""
    folder = settings().library
    found = sorted(p for p in folder.glob("*.y*ml") if p.is_file() and not p.name.startswith("."))
    return found[:MOST_FILES]


def library(session: Session) -> list[dict[str, Any]]:
    """Return the profiles of the club's library, and of each whether it is taken in already, or why it cannot be."""
    kept = own_models(session)
    return [_entry(path, kept) for path in _files()]


def _entry(path: Path, kept: list[str]) -> dict[str, Any]:
    entry = {"file": path.name, "model": "", "name": path.stem, "here": False, "trouble": ""}
    try:
        if path.stat().st_size > MOST_BYTES:
            return entry | {"trouble": f"larger than {MOST_BYTES} bytes"}
        profile = build_whole(read_yaml(path.read_text(encoding="utf-8-sig"), path.name))
    except DataFileError as error:
        first = error.problems[0]
        return entry | {"trouble": f"line {first.line}, {first.path}: {first.text}"}
    except (OSError, UnicodeDecodeError) as error:
        return entry | {"trouble": f"it cannot be read: {error}"}
    return entry | {"model": profile.model, "name": profile.name, "here": profile.model in kept}


def take_from_library(session: Session, file: str) -> tuple[Profile, list[str]]:
    """Take a profile of the library in; raises NotFound for a file that is not there, and what ``take_profile`` raises."""
    path = next((p for p in _files() if p.name == file), None)
    if path is None:
        raise NotFound(f"{file[:60]!r} in the library", ", ".join(p.name for p in _files()) or "none: the folder is empty")
    return take_profile(session, path.read_bytes())
