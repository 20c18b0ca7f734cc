"""A Doppler set in the slots of radios: what stands in which, what stands there already, what a click too many would send on.

The memories of a set stand in a row in turning order, so that one click is one step.  A set that was written before is known
again by what its slots hold.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field

from vocator.core.channel.channel import Channel, megahertz, tone_use
from vocator.core.goals.never_send import never_sent
from vocator.core.onair.satellites import Transponder
from vocator.core.orbit.doppler_set import DopplerSet
from vocator.core.outing.working import Judged, Part
from vocator.core.radio.twin import Twin

ARMING, STAYS = -1, -2
"""Places that are no memory of the set: the arming tone, and the link that does not move."""
SHIFT_PART = 26e-6
"""More than the part by which Doppler moves a frequency from any orbit: what a memory of the set may be away from the nominal."""
GRID_HZ = 12_500


@dataclass(frozen=True, slots=True)
class Entry:
    """One channel of a set: the memory that it is, how it is written, what the slot holds then."""

    memory: int
    line: str
    channel: Channel
    never_send: bool = False


@dataclass(frozen=True, slots=True)
class Slots:
    """What is known of one radio's slots: those that are free, that something stands in, what that is, what is written for sure."""

    free: frozenset[str] = frozenset()
    taken: frozenset[str] = frozenset()
    channels: Mapping[str, Channel] = field(default_factory=dict)
    written: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Placed:
    """An entry in its slot; ``there`` where the slot is known to hold just that."""

    entry: Entry
    slot: str
    there: bool


def moving_part(way: Judged, made: DopplerSet) -> Part:
    """Return the part that turns from memory to memory."""
    return way.parts[0] if way.parts[0].link == "both" else next(p for p in way.parts if p.link == made.fast)


def staying_part(way: Judged, made: DopplerSet) -> Part | None:
    """Return the part that stays on one slot, None where a slot holds both links."""
    return None if way.parts[0].link == "both" else next(p for p in way.parts if p.link != made.fast)


def moving_entries(twin: Twin, part: Part, link: Transponder, made: DopplerSet) -> list[Entry]:
    """Return the memories of the part that moves, arming before them where it is armed from there."""
    pairs = [(k, m.downlink_hz, m.uplink_hz) for k, m in enumerate(made.memories)]
    entries = [_entry(twin, part.link, link, k, down, up, link.access_tone) for k, down, up in pairs]
    if link.arming_tone and part.link != "downlink":
        _, down, up = pairs[0]
        entries.insert(0, _entry(twin, part.link, link, ARMING, down, up, link.arming_tone))
    return entries


def staying_entries(twin: Twin, part: Part, link: Transponder, hz: int) -> list[Entry]:
    """Return what the part that stays needs, arming before it where it is armed from there."""
    entries = [_entry(twin, part.link, link, STAYS, hz, hz, link.access_tone)]
    if link.arming_tone and part.link == "uplink":
        entries.insert(0, _entry(twin, part.link, link, ARMING, hz, hz, link.arming_tone))
    return entries


def _entry(twin: Twin, side: str, link: Transponder, memory: int, down: int, up: int, tone: str | None) -> Entry:
    width = f" {link.width}"
    sent = f" {tone}" if tone else ""
    if side == "both":
        line = f"{megahertz(down)} input {megahertz(up)}{sent}{width}"
        return Entry(memory, line, Channel(down, up, tone_use(tone, None), link.width))
    if side == "uplink":
        return Entry(memory, f"{megahertz(up)} simplex{sent}{width}", Channel(up, up, tone_use(tone, None), link.width))
    heard = Channel(down, down, width=link.width)
    safe = never_sent(twin, heard) if twin.profile.may_send(down) else None
    return Entry(memory, f"{megahertz(down)} receive only{width}", safe or heard, safe is not None)


def alike(a: Channel | None, b: Channel) -> bool:
    """Whether a slot holds what is wanted, whatever its label and power."""
    return a is not None and (a.rx_hz, a.tx_hz, a.tone, a.width) == (b.rx_hz, b.tx_hz, b.tone, b.width)


# -- a set that is there already -------------------------------------------------------------


def stored_set(twin: Twin, slots: Slots, part: Part, link: Transponder, fast: str) -> dict[str, Channel]:
    """Return the longest run of slots that holds a set of this link in turning order, slot by slot; empty where there is none."""

    def belongs(c: Channel | None) -> bool:
        if c is None or c.tx_hz is None or c.width is not link.width:
            return False
        if part.link == "downlink":
            return _near(c.rx_hz, link.downlink_hz) and c.tone == tone_use(None, None)
        sent = _near(c.tx_hz, link.uplink_hz) and c.tone == tone_use(link.access_tone, None)
        return sent and (_near(c.rx_hz, link.downlink_hz) if part.link == "both" else c.rx_hz == c.tx_hz)

    def place(c: Channel) -> int:
        return c.rx_hz if fast == "downlink" else -(c.tx_hz or 0)

    best: dict[str, Channel] = {}
    run: dict[str, Channel] = {}
    profile = twin.profile
    for index in range(profile.plain_slots):
        key = profile.slot_key(index)
        c = slots.channels.get(key)
        begins = bool(profile.group_size) and index % profile.group_size == 0
        if not belongs(c):
            run = {}
            continue
        assert c is not None
        follows = not run or (not begins and place(c) < place(list(run.values())[-1]))
        run = {**run, key: c} if follows else {key: c}
        best = run if len(run) > len(best) else best
    return best


def _near(hz: int, nominal_hz: int) -> bool:
    return abs(hz - nominal_hz) <= nominal_hz * SHIFT_PART + GRID_HZ


def at_hand(run: Mapping[str, Channel], part: Part, fast: str) -> dict[int, int | None]:
    """Return the places of the moving link that a stored set has, each with what stands beside it in the same slot."""
    if part.link != "both":
        return {c.rx_hz: None for c in run.values()}
    return {(c.rx_hz if fast == "downlink" else c.tx_hz or 0): (c.tx_hz if fast == "downlink" else c.rx_hz) for c in run.values()}


# -- which slots -----------------------------------------------------------------------------


def place(twin: Twin, slots: Slots, entries: list[Entry], used: set[str], first: int | None = None) -> list[Placed]:
    """Return entries in slots that follow each other: where most of them stand already, else where nothing stands; [] where neither is.

    Slots known to be free come before those of which nothing is known.  ``first`` is the place that somebody chose.
    """
    if first is not None:
        return _put(twin, slots, entries, first)
    runs = list(_runs(twin, len(entries)))
    wanted = [e.channel for e in entries]

    def there(start: int) -> int:
        return sum(alike(slots.channels.get(twin.profile.slot_key(start + k)), c) for k, c in enumerate(wanted))

    def open_to(start: int, may: Callable[[str, Channel], bool]) -> bool:
        keys = [twin.profile.slot_key(start + k) for k in range(len(wanted))]
        return all(key not in used and may(key, c) for key, c in zip(keys, wanted, strict=True))

    own = [s for s in runs if there(s) and open_to(s, lambda key, c: key not in slots.taken or alike(slots.channels.get(key), c))]
    free = (s for s in runs if open_to(s, lambda key, _: key in slots.free))
    unknown = (s for s in runs if open_to(s, lambda key, _: key not in slots.taken))
    start = max(own, key=there, default=None)
    if start is None:
        start = next(free, None)
    if start is None:
        start = next(unknown, None)
    return [] if start is None else _put(twin, slots, entries, start)


def _runs(twin: Twin, count: int) -> Iterable[int]:
    """Return where so many slots begin that follow each other within one group."""
    profile = twin.profile
    size = profile.group_size or profile.plain_slots
    return (i for i in range(profile.plain_slots - count + 1) if i // size == (i + count - 1) // size)


def _put(twin: Twin, slots: Slots, entries: list[Entry], start: int) -> list[Placed]:
    keys = [twin.profile.slot_key(start + k) for k in range(len(entries))]
    return [
        Placed(e, key, key in slots.written and alike(slots.channels.get(key), e.channel))
        for e, key in zip(entries, keys, strict=True)
    ]
