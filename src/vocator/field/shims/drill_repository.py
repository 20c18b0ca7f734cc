"""What was exercised, over the rows of a device."""

from datetime import datetime

from vocator.core.drill.schedule import Done
from vocator.field.book import Book, moment


class DrillRepository:
    """The events of the trainer."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def of(self, model: str, person: str) -> list[Done]:
        """Return what a person did with a model, the earliest first."""
        rows = self.book.rows("drill_event", model=model, person=person)
        found = [(moment(r["at_utc"]), r["id"], r) for r in rows]
        return [
            Done(r["item"], at, r["right"], r["hints"], r["seconds"], r["usual_s"])
            for at, _, r in sorted(found, key=lambda f: f[:2])
        ]

    def people(self) -> list[str]:
        """Return everybody who did anything, by name."""
        return sorted({r["person"] for r in self.book.rows("drill_event")})

    def last_right(self, item: str) -> dict[tuple[str, str], datetime]:
        """Return when each person last did an item right and without a hint, by name (small letters) and model."""
        rows = [r for r in self.book.rows("drill_event", item=item) if r["right"] and r["hints"] == 0]
        rows.sort(key=lambda r: moment(r["at_utc"]))
        return {(r["person"].casefold(), r["model"]): moment(r["at_utc"]) for r in rows}

    def keep(self, event_id: str, person: str, model: str, done: Done, keys: int) -> None:
        """Keep an event, once."""
        if self.book.row("drill_event", event_id) is None:
            self.book.put("drill_event", {
                "id": event_id, "person": person, "model": model, "item": done.item, "at_utc": done.at.isoformat(), "right": done.right,
                "hints": done.hints, "seconds": done.seconds, "usual_s": done.usual_s, "keys": keys,
            })  # fmt: skip
