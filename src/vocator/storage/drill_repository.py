"""What was exercised: events in, never changed."""

from datetime import UTC, datetime

from sqlalchemy import func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.core.drill.schedule import Done
from vocator.storage.tables import DrillEventRow


class DrillRepository:
    """The events of the trainer."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def of(self, model: str, person: str) -> list[Done]:
        """Return what a person did with a model, the earliest first."""
        query = select(DrillEventRow).where(DrillEventRow.model == model, DrillEventRow.person == person)
        rows = self.session.scalars(query.order_by(DrillEventRow.at_utc, DrillEventRow.id))
        return [Done(r.item, r.at_utc.astimezone(UTC), r.right, r.hints, r.seconds, r.usual_s) for r in rows]

    def everything(self) -> list[tuple[str, str, Done, int]]:
        """Return all events with person, model and the keys pressed, the earliest first."""
        rows = self.session.scalars(select(DrillEventRow).order_by(DrillEventRow.at_utc, DrillEventRow.id))
        return [
            (r.person, r.model, Done(r.item, r.at_utc.astimezone(UTC), r.right, r.hints, r.seconds, r.usual_s), r.keys)
            for r in rows
        ]

    def people(self) -> list[str]:
        """Return everybody who did anything, by name."""
        return sorted(set(self.session.scalars(select(DrillEventRow.person).distinct())))

    def last_right(self, item: str) -> dict[tuple[str, str], datetime]:
        """Return when each person last did an item right and without a hint, by name (small letters) and model."""
        last = func.max(DrillEventRow.at_utc)
        query = select(DrillEventRow.person, DrillEventRow.model, last).group_by(DrillEventRow.person, DrillEventRow.model)
        query = query.where(DrillEventRow.item == item, DrillEventRow.right, DrillEventRow.hints == 0)
        return {(person.casefold(), model): at for person, model, at in self.session.execute(query.order_by(last))}

    def keep(self, event_id: str, person: str, model: str, done: Done, keys: int) -> None:
        """Keep an event, once."""
        row = insert(DrillEventRow).values(
            id=event_id, person=person, model=model, item=done.item, at_utc=done.at, right=done.right, hints=done.hints,
            seconds=done.seconds, usual_s=done.usual_s, keys=keys,
        )  # fmt: skip
        self.session.execute(row.on_conflict_do_nothing())
