"""What is looked for in the logs."""

from dataclasses import dataclass
from datetime import date

from vocator.core.keeping.contacts import Contact, band_of
from vocator.core.keeping.records import LogEntry


@dataclass(frozen=True, slots=True)
class LogFilter:
    """Words that must stand in a line, a satellite, a band, a radio, an outcome, and the first and last day (UTC); empty for all."""

    find: str = ""
    satellite: str = ""
    band: str = ""
    radio: str = ""
    outcome: str = ""
    first_day: date | None = None
    last_day: date | None = None

    def _within(self, day: date, *texts: str) -> bool:
        words = self.find.lower().split()
        line = " ".join(texts).lower()
        return (
            all(word in line for word in words)
            and (self.first_day is None or day >= self.first_day)
            and (self.last_day is None or day <= self.last_day)
        )

    def takes_contact(self, c: Contact) -> bool:
        """Whether a contact is among what is looked for."""
        band = band_of(c.tx_hz) or band_of(c.rx_hz)
        return (
            self._within(c.at_utc.date(), c.call_sign, c.grid, c.satellite, c.note, band, c.mode)
            and (not self.satellite or c.satellite == self.satellite)
            and (not self.band or band == self.band)
        )

    def takes_work(self, e: LogEntry) -> bool:
        """Whether a line of the work log is among what is looked for."""
        outcome = str(e.outcome or "")
        return (
            self._within(e.at.date(), e.radio, e.slot, e.text, e.proof, outcome.replace("_", " "))
            and (not self.radio or e.radio == self.radio)
            and (not self.outcome or outcome == self.outcome)
        )
