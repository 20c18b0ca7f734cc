"""The repository of who may come in over the network."""

from datetime import datetime

from sqlalchemy import delete, select, text
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.storage.tables import AttemptRow, PassphraseRow, SessionRow

ONE_AT_A_TIME = 8642


class AccessRepository:
    """The lead's passphrase as a hash, the sessions as digests, and the attempts to sign in."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def hashed(self) -> str | None:
        """Return the hash of the passphrase, None where none was set."""
        row = self.session.get(PassphraseRow, 1)
        return row.hashed if row else None

    def put_hashed(self, hashed: str, at: datetime) -> None:
        """Keep the hash of a new passphrase; every session ends."""
        fields = {"id": 1, "hashed": hashed, "set_at": at}
        self.session.execute(insert(PassphraseRow).values(**fields).on_conflict_do_update(index_elements=["id"], set_=fields))
        self.session.execute(delete(SessionRow))
        self.session.expire_all()

    def one_at_a_time(self) -> None:
        """Wait until nobody else is signing in; holds to the end of the transaction."""
        self.session.execute(text("select pg_advisory_xact_lock(:number)"), {"number": ONE_AT_A_TIME})

    def attempts(self, since: datetime, address: str | None = None) -> list[datetime]:
        """Return when attempts were made since then, from one address or from all, the earliest first."""
        query = select(AttemptRow.at).where(AttemptRow.at > since).order_by(AttemptRow.at)
        return list(self.session.scalars(query.where(AttemptRow.address == address) if address is not None else query))

    def note_attempt(self, at: datetime, address: str) -> None:
        """Note an attempt."""
        self.session.add(AttemptRow(at=at, address=address))
        self.session.flush()

    def forget_attempts(self, before: datetime, address: str | None = None) -> None:
        """Forget the attempts older than a moment, or those from one address."""
        wanted = AttemptRow.address == address if address is not None else AttemptRow.at < before
        self.session.execute(delete(AttemptRow).where(wanted))

    def add_session(self, digest: str, expires_at: datetime, now: datetime) -> None:
        """Keep a session; those that have ended go."""
        self.session.execute(delete(SessionRow).where(SessionRow.expires_at < now))
        self.session.add(SessionRow(digest=digest, expires_at=expires_at))
        self.session.flush()

    def lives(self, digest: str, now: datetime) -> bool:
        """Whether a session is kept and has not ended."""
        return (
            self.session.scalar(select(SessionRow.expires_at).where(SessionRow.digest == digest, SessionRow.expires_at > now))
            is not None
        )

    def end(self, digest: str) -> None:
        """End a session."""
        self.session.execute(delete(SessionRow).where(SessionRow.digest == digest))
