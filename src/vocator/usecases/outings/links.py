"""Volunteers' links: given out, used, withdrawn."""

import hashlib
import secrets
from datetime import timedelta
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.outing.kept import KeptOuting
from vocator.core.outing.outing import Person
from vocator.storage.outing_repositories import Link, OutingRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.outings.board import person_sees
from vocator.usecases.outings.outings import find_person, kept

LINK_DAYS = 30


def digest(token: str) -> str:
    """Return what is kept of a link's token."""
    return hashlib.sha256(token.encode()).hexdigest()


def new_link(session: Session, outing_id: int, person_id: str) -> str:
    """Return a new token for a volunteer; earlier ones are withdrawn."""
    find_person(kept(session, outing_id).outing, person_id)
    OutingRepository(session).one_at_a_time(outing_id, person_id)
    token = secrets.token_urlsafe(24)
    expires = clock.utc_now() + timedelta(days=LINK_DAYS)
    OutingRepository(session).add_link(Link(digest(token), outing_id, person_id, expires, False))
    return token


def by_link(session: Session, token: str) -> tuple[KeptOuting, Person]:
    """Return the outing and the person of a link; raises NotFound for one that is forged, expired or withdrawn."""
    link = OutingRepository(session).link(digest(token))
    if link is None or link.withdrawn or link.expires_at <= clock.utc_now():
        raise NotFound(
            "this link", "a link that was given out, is not withdrawn and not older than 30 days; ask the lead for a new one"
        )
    one = kept(session, link.outing_id)
    return one, find_person(one.outing, link.person_id)


def volunteer_view(session: Session, token: str) -> dict[str, Any]:
    """Return what a volunteer sees: the own radio's channels, their state, the own sheets, and nothing of the others."""
    return person_sees(session, *by_link(session, token))


def withdraw_link(session: Session, outing_id: int, person_id: str) -> None:
    """Withdraw a person's link; raises NotFound for the outing or the person."""
    find_person(kept(session, outing_id).outing, person_id)
    OutingRepository(session).withdraw(outing_id, person_id)
