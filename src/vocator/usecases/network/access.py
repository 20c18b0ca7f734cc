"""Who may do what over the network: the lead by passphrase, a volunteer by link; on this machine everything is open."""

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from math import ceil

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.refusal import Refusal
from vocator.storage.access_repositories import AccessRepository
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.repositories import SheetRepository
from vocator.usecases.errors import NotFound, NotYours
from vocator.usecases.outings.links import by_link, digest

SHORTEST = 12
SESSION_HOURS = 12
WINDOW = timedelta(minutes=15)
FROM_ONE = 5
FROM_ALL = 40
HASHER = PasswordHasher()


@dataclass(frozen=True, slots=True)
class Sharing:
    """How this server is reached from other machines, and how its certificate is told."""

    url: str
    fingerprint: str
    expires_utc: datetime


@dataclass(frozen=True, slots=True)
class Caller:
    """Who asks: the lead, a volunteer with the numbers of the own radios, or nobody known."""

    kind: str
    radio_ids: frozenset[int] = frozenset()

    def must_own_radio(self, radio_id: int) -> None:
        """Raise NotYours for a volunteer who asks for a radio of somebody else."""
        if self.kind != "lead" and radio_id not in self.radio_ids:
            raise NotYours("this belongs to somebody else; your link opens your own sheets")

    def may_make_sheet(self, session: Session, radio_id: int) -> None:
        """Raise NotYours for a volunteer who asks for a radio of somebody else, Refusal for one who asks for very many sheets."""
        self.must_own_radio(radio_id)
        if self.kind == "lead":
            return
        since = clock.utc_now() - timedelta(hours=1)
        if SheetRepository(session).made_since(radio_id, since) >= MOST_SHEETS_AN_HOUR:
            raise Refusal(
                f"{MOST_SHEETS_AN_HOUR} sheets within an hour", "link", f"{MOST_SHEETS_AN_HOUR} an hour for a radio",
                "Go on with those that are there, or ask the lead.",
            )  # fmt: skip

    def must_own_sheet(self, session: Session, sheet_id: str) -> None:
        """Raise NotYours for a volunteer who asks for a sheet of somebody else; one that is gone is nobody's."""
        sheet = SheetRepository(session).outline(sheet_id, ticks=False) if self.kind != "lead" else None
        if sheet is not None:
            self.must_own_radio(sheet.radio_id)


MOST_SHEETS_AN_HOUR = 40
"""A link makes no more for a radio: planning and proving take the machine's time from all others."""
LEAD, NOBODY = Caller("lead"), Caller("nobody")


@dataclass(frozen=True, slots=True)
class SignIn:
    """What came of signing in: a token, or why not; ``wait_s`` is given where it was tried too often."""

    token: str = ""
    why: str = ""
    wait_s: int = 0


def set_passphrase(session: Session, passphrase: str) -> None:
    """Keep the hash of a new passphrase of the lead; all sessions end.  Raises Refusal for one that is too short."""
    if len(passphrase.strip()) < SHORTEST:
        raise Refusal(
            f"{len(passphrase.strip())} characters",
            "passphrase",
            f"at least {SHORTEST}",
            "Take four or five words that nobody guesses.",
        )
    AccessRepository(session).put_hashed(HASHER.hash(passphrase.strip()), clock.utc_now())


def has_passphrase(session: Session) -> bool:
    """Whether a passphrase of the lead was set."""
    return AccessRepository(session).hashed() is not None


def sign_in(session: Session, passphrase: str, address: str, now: datetime | None = None) -> SignIn:
    """Return a new session for the right passphrase; wrong ones are counted by address and altogether."""
    now = now or clock.utc_now()
    access = AccessRepository(session)
    access.one_at_a_time()
    hashed = access.hashed()
    if hashed is None:
        return SignIn(why="no passphrase is set: set one in Station, on the machine that Vocator runs on")
    tries = ((access.attempts(now - WINDOW, address), FROM_ONE), (access.attempts(now - WINDOW), FROM_ALL))
    # the door opens when so many are older than the window that one more is let in
    opens = [made[-most] + WINDOW for made, most in tries if len(made) >= most]
    if opens:
        wait_s = ceil((max(opens) - now).total_seconds())
        minutes = ceil(wait_s / 60)
        why = f"too many wrong passphrases; wait {minutes} minute{'' if minutes == 1 else 's'}, or go on at the machine that Vocator runs on"
        return SignIn(why=why, wait_s=wait_s)
    access.note_attempt(now, address)
    try:
        HASHER.verify(hashed, passphrase.strip())
    except VerificationError:
        return SignIn(why="this is not the passphrase")
    access.forget_attempts(now, address)
    access.forget_attempts(now - WINDOW)
    token = secrets.token_urlsafe(32)
    access.add_session(digest(token), now + timedelta(hours=SESSION_HOURS), now)
    return SignIn(token)


def sign_out(session: Session, token: str) -> None:
    """End a session."""
    AccessRepository(session).end(digest(token))


def caller(session: Session, lead_token: str | None, link_token: str | None) -> Caller:
    """Return who asks, from the session and the link that came with a request."""
    if lead_token and AccessRepository(session).lives(digest(lead_token), clock.utc_now()):
        return LEAD
    if link_token:
        try:
            one, person = by_link(session, link_token)
        except NotFound:
            return NOBODY
        own = OutingRepository(session).radios(one.id).get(person.id)
        return Caller("volunteer", frozenset([own.id] if own else []))
    return NOBODY
