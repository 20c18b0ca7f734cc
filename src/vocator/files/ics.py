"""Passes as an iCalendar file, by the ``icalendar`` library."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from icalendar import Alarm, Calendar, Event

LEAD = timedelta(minutes=10)


@dataclass(frozen=True, slots=True)
class PassEvent:
    """One pass in a calendar."""

    uid: str
    title: str
    text: str
    start_utc: datetime
    end_utc: datetime


def write_ics(events: list[PassEvent], made_utc: datetime) -> bytes:
    """Write events in UTC with an alarm ten minutes before each."""
    calendar = Calendar()
    calendar.add("prodid", "-//Vocator//passes//EN")
    calendar.add("version", "2.0")
    for given in events:
        event = Event()
        event.add("uid", given.uid)
        event.add("dtstamp", made_utc)
        event.add("dtstart", given.start_utc.replace(microsecond=0))
        event.add("dtend", given.end_utc.replace(microsecond=0))
        event.add("summary", given.title)
        event.add("description", given.text)
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("trigger", -LEAD)
        alarm.add("description", given.title)
        event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
