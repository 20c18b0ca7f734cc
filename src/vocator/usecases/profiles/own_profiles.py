"""Profiles of one's own: taken as YAML, checked, kept as they were written, given out again letter by letter."""

import re
from typing import Any

from sqlalchemy import delete, exists, select
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.profile import Profile
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_readings import build_whole, read_kept
from vocator.files.profile_yaml import model_names
from vocator.files.strict_yaml import read_yaml
from vocator.settings import settings
from vocator.storage.database import session_for
from vocator.storage.tables import OutingRow, OwnProfileRow, RadioRow
from vocator.usecases.errors import NotFound
from vocator.usecases.profiles.compare_profiles import differences, with_readings
from vocator.usecases.profiles.trial import change_settled, mended
from vocator.usecases.twin.drawing import drawing

MOST_BYTES = 300_000
NAME = re.compile(r"[a-z0-9][a-z0-9-]{2,39}")


def take_profile(session: Session, raw: bytes) -> tuple[Profile, list[str]]:
    """Keep a profile; returns it and what the audit names.

    Raises DataFileError with every line that is wrong, and Refusal for a file too large or not UTF-8, for
    the model of a profile that ships or is kept already, and for one that can be left open for good.
    """
    if len(raw) > MOST_BYTES:
        raise Refusal(
            f"{len(raw)} bytes", "profile", f"at most {MOST_BYTES}", "A profile is one YAML file of a few hundred lines."
        )
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise Refusal(str(error), "profile", "UTF-8 text", "Save the file as UTF-8.") from None
    profile = build_whole(read_yaml(text, "profile.yaml"))
    model = profile.model
    _check(profile)
    if model in (*model_names(), *own_models(session)):
        raise Refusal(
            f"model {model}", "profile", "a model that is not there yet", "Give it another name, or remove the old one first."
        )
    session.add(OwnProfileRow(model=model, text=text, added_at=clock.utc_now()))
    session.flush()
    return profile, unreachable(profile)


def check_kept_profile(model: str, text: str) -> None:
    """Check a profile as it would be when it is taken; raises what ``take_profile`` raises, and Refusal where it is another's."""
    profile = build_whole(read_kept(text, "profile.yaml"))
    if profile.model != model or model in model_names():
        raise Refusal(f"model {profile.model}", "profile", f"the profile of {model}, no model that ships", "Export it anew.")
    _check(profile)


def _check(profile: Profile) -> None:
    """Raise Refusal for a profile that has no proper name, can be left open for good or cannot be drawn."""
    model = profile.model
    if not NAME.fullmatch(model):
        raise Refusal(f"model {model[:60]}", "profile", "small letters, digits and hyphens, 3 to 40", "Give it another name.")
    caught = traps(profile)
    if caught:
        raise Refusal(caught[0], "profile", "screens that can be left", "Give each a key or a quiet time that leads home.")
    try:
        drawing(Twin(profile))
    except (AssertionError, IndexError, KeyError, StopIteration, TypeError, ValueError) as error:
        raise Refusal(f"{model}: {error}", "profile", "one that can be drawn", "Look at its panel and its display.") from None


def own_models(session: Session) -> list[str]:
    """Return the models of one's own, in alphabetical order."""
    return list(session.scalars(select(OwnProfileRow.model).order_by(OwnProfileRow.model)))


def profile_text(session: Session, model: str) -> str:
    """Return the YAML of a model, one's own or one that ships; raises NotFound."""
    if model in model_names():
        return (PROFILES / f"{model}.yaml").read_text(encoding="utf-8")
    row = session.get(OwnProfileRow, model)
    if row is None:
        raise NotFound(f"model {model!r}", ", ".join([*model_names(), *own_models(session)]))
    return row.text


def mend_profile(session: Session, model: str, log: list[Any]) -> str:
    """Write the change that a log of trials settles on into a profile of one's own; returns it in words.

    Raises NotFound for a profile that is none of one's own, Refusal where nothing is settled, DataFileError.
    """
    row = session.get(OwnProfileRow, model)
    if row is None:
        raise NotFound(f"profile {model!r} of your own", ", ".join(own_models(session)) or "none is kept")
    change = change_settled(row.text, model, log)
    if change is None:
        raise Refusal("nothing", "mend", "a log that settles on a change", "Go on with the trials.")
    text = mended(row.text, change)
    check_kept_profile(model, text)
    row.text = text
    session.flush()
    return change.words


def compare_profile(session: Session, model: str, there: str, take: list[str]) -> list[dict[str, Any]]:
    """Compare a profile of one's own with another description of the radio, and take single readings over; returns where they differ then.

    Raises NotFound, DataFileError for what is no profile, Refusal for readings that cannot be taken: then none is.
    """
    row = session.get(OwnProfileRow, model)
    if row is None:
        raise NotFound(f"profile {model[:60]}", ", ".join(own_models(session)) or "none yet")
    if take:
        text = with_readings(row.text, there, take)
        check_kept_profile(model, text)
        row.text = text
        session.flush()
    return differences(row.text, there)


def remove_profile(session: Session, model: str) -> None:
    """Remove a profile of one's own; raises NotFound, and Refusal while a radio or an outing uses it."""
    if model not in own_models(session):
        raise NotFound(f"profile {model!r} of your own", ", ".join(own_models(session)) or "none is kept")
    used = session.scalar(select(exists().where(RadioRow.model == model)))
    planned = any(p["model"] == model for o in session.scalars(select(OutingRow.content)) for p in o["people"])
    if used or planned:
        raise Refusal(f"model {model}", "profile", "one that no radio and no outing uses", "Remove the radio first.")
    session.execute(delete(OwnProfileRow).where(OwnProfileRow.model == model))


def read_from_store(model: str) -> str | None:
    """Return the YAML of a model of one's own from the store of this server, None where there is none."""
    session = session_for(settings().database_url, "profiles")
    try:
        row = session.get(OwnProfileRow, model)
        return row.text if row else None
    finally:
        session.close()
