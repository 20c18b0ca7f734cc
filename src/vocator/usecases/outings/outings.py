"""Outings: keep them, change them, make everybody's sheets."""

import json
from dataclasses import replace
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.keeping.records import KeptSheet
from vocator.core.outing.findings import understand
from vocator.core.outing.kept import KeptOuting, PlacedChannel
from vocator.core.outing.outing import Outing, Person, outing_from
from vocator.core.refusal import Refusal
from vocator.files.bounded_json import read_json
from vocator.files.channels_csv import write_channels
from vocator.files.region_yaml import load_region, region_names
from vocator.storage.outing_repositories import OutingRepository
from vocator.usecases.errors import Clash, NotFound
from vocator.usecases.outings.board import stands_for, wanted
from vocator.usecases.programming.sheets import open_batch
from vocator.usecases.twin.twins import twin_of


def load_region_or_refuse(region: str) -> Any:
    """Return a region pack; raises Refusal for one that does not ship."""
    if region not in region_names():
        raise Refusal(region, "region", ", ".join(region_names()), "Choose one of these.")
    return load_region(region)


def check(outing: Outing) -> Outing:
    """Return an outing whose models, regions and posts exist; raises Refusal, NotFound."""
    load_region_or_refuse(outing.region)
    for p in outing.people:
        twin_of(p.model, p.firmware or None, outing.region)
        if p.post and outing.post(p.post) is None:
            raise Refusal(
                f"post {p.post}", f"{p.name}", ", ".join(x.id for x in outing.posts) or "no post", "Choose one of the posts."
            )
    return outing


def kept(session: Session, outing_id: int) -> KeptOuting:
    """Return an outing; raises NotFound."""
    found = OutingRepository(session).get(outing_id)
    if found is None:
        raise NotFound(f"outing {outing_id}", "one from the list of outings")
    return found


def find_person(outing: Outing, person_id: str) -> Person:
    """Return a person; raises NotFound."""
    person = next((p for p in outing.people if p.id == person_id), None)
    if person is None:
        raise NotFound(f"person {person_id}", ", ".join(p.id for p in outing.people) or "nobody yet")
    return person


def all_outings(session: Session) -> list[KeptOuting]:
    """Return every outing that is kept."""
    return OutingRepository(session).all()


def add(session: Session, given: dict[str, Any]) -> KeptOuting:
    """Keep a new outing; raises Refusal."""
    return OutingRepository(session).add(check(outing_from(given)), clock.utc_now())


def change(session: Session, outing_id: int, version: int, given: dict[str, Any]) -> KeptOuting:
    """Change an outing; raises Refusal, NotFound, Clash where somebody else changed it meanwhile."""
    kept(session, outing_id)
    if not OutingRepository(session).change(outing_id, version, check(outing_from(given)), clock.utc_now()):
        raise Clash("the outing", "Load it again; your change is still in the form.")
    return kept(session, outing_id)


def accept(session: Session, outing_id: int, key: str, accepted: bool) -> KeptOuting:
    """Note that a finding was looked at and is left as it is, or take that back."""
    one = kept(session, outing_id)
    keys = [k for k in one.outing.accepted if k != key] + ([key] if accepted else [])
    return change(session, outing_id, one.version, replace(one.outing, accepted=tuple(keys)).as_dict())


def remove_outing(session: Session, outing_id: int) -> None:
    """Remove an outing with its people's radios and sheets."""
    OutingRepository(session).remove(outing_id)


def make_sheets_for(session: Session, outing_id: int, person_id: str) -> KeptSheet | None:
    """Make the proven sheet of what a person's radio still lacks or holds otherwise; None where nothing does.

    Raises NotFound, and what ``open_batch`` raises.
    """
    one = kept(session, outing_id)
    person = find_person(one.outing, person_id)
    twin = twin_of(person.model, person.firmware or None, one.outing.region)
    store = OutingRepository(session)
    store.one_at_a_time(outing_id, person_id)
    radio = store.radio_for(
        outing_id, person_id, person.model, twin.profile.firmware, f"{person.tactical or person.name}'s {twin.profile.name}"
    )
    clear, _ = understand(one.outing, load_region(one.outing.region))
    placed = store.placed(radio.id)
    lacking = [
        (u, at) for u, at in wanted(one.outing, twin, clear)
        if (was := placed.get(u.channel.id)) is None or was.stands_for != stands_for(u, at)
    ]  # fmt: skip
    if not lacking:
        return None
    sheet = open_batch(
        session, radio.id, write_channels((at.slot, u.channel.line, at.label) for u, at in lacking), one.outing.region
    )
    for u, at in lacking:
        store.put_placed(PlacedChannel(radio.id, u.channel.id, at.slot, stands_for(u, at), sheet.id))
    return sheet


def take_file(session: Session, raw: bytes) -> KeptOuting:
    """Keep an outing from a file as a new one; raises Refusal."""
    try:
        given = read_json(raw.decode("utf-8-sig"))
    except ValueError as error:
        raise Refusal(
            f"no JSON: {error}", "outing", "a JSON file that was exported here", "It may be cut short: export it anew."
        ) from None
    version = given.pop("vocator_outing", None) if isinstance(given, dict) else None
    if version != 1:
        raise Refusal(f"version {version}", "outing", "version 1", "It is of a newer version, or no outing at all.")
    return add(session, given)


def as_file(outing: Outing) -> str:
    """Return an outing as the file that ``take_file`` takes."""
    return json.dumps({"vocator_outing": 1, **outing.as_dict()}, indent=1, ensure_ascii=False) + "\n"
