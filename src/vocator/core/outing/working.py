"""How a satellite can be worked with a radio, or with two: what each way loses, and which is recommended.

Judged from profiles: whether a side hears while the other sends, whether a squelch is held open,
whether a slot holds two bands.  Nothing here is said of one model.
"""

from dataclasses import dataclass
from enum import StrEnum

from vocator.core.channel.channel import Channel, megahertz
from vocator.core.goals.goal import Beyond, Goal, check_reach, frequency_step
from vocator.core.planning.squelch import squelch_of
from vocator.core.radio.twin import Twin

GRIDS_HZ = (5_000, 2_500, 6_250, 10_000, 12_500)
"""Grids that sets are made on, the usual one first."""


class WayOfWorking(StrEnum):
    """The three ways of ``glossary.md``."""

    FULL_DUPLEX = "full_duplex"
    TWO_WATCH = "two_watch"
    SLOTS = "slots"


WORDS = {
    WayOfWorking.FULL_DUPLEX: "full duplex: you hear yourself while you send",
    WayOfWorking.TWO_WATCH: "two sides: the one that shifts from memories, the other with its squelch held open",
    WayOfWorking.SLOTS: "one slot a step: each memory holds uplink and downlink",
}
LOSES = {
    WayOfWorking.FULL_DUPLEX: "Nothing: you hear whether you are through, and cover nobody.",
    WayOfWorking.TWO_WATCH: "You do not hear yourself: only an answer tells that you are through. While one side is heard the other may be missed.",
    WayOfWorking.SLOTS: "You hear nothing while you send, so you may cover somebody without knowing.",
}


@dataclass(frozen=True, slots=True)
class Part:
    """What one radio does in a way of working: ``both``, ``uplink`` or ``downlink``, and on which side."""

    radio: int
    link: str
    side: str | None = None


@dataclass(frozen=True, slots=True)
class Judged:
    """A way of working: possible or not, why, what is lost, who does what."""

    way: WayOfWorking
    possible: bool
    why: str
    loses: str = ""
    parts: tuple[Part, ...] = ()
    recommended: bool = False


def judge(twins: list[Twin], downlink_hz: int, uplink_hz: int) -> list[Judged]:
    """Return the three ways for one radio or two, the recommended one first.

    A radio that cannot even hear the downlink, or send on the uplink, is told why.
    """
    found = [
        _full_duplex(twins, downlink_hz, uplink_hz),
        _two_watch(twins, downlink_hz, uplink_hz),
        _slots(twins, downlink_hz, uplink_hz),
    ]
    best = next((j for j in found if j.possible), None)
    ordered = sorted(found, key=lambda j: not j.possible)
    return [Judged(j.way, j.possible, j.why, j.loses, j.parts, j is best) for j in ordered]


def _sends(twin: Twin, hz: int) -> bool:
    return twin.profile.may_send(hz)


def _hears(twin: Twin, hz: int) -> bool:
    return twin.profile.receives(hz)


def _missing(twin: Twin, downlink_hz: int, uplink_hz: int) -> str:
    if not _hears(twin, downlink_hz):
        return f"the {twin.profile.name} does not hear {megahertz(downlink_hz)}"
    if not _sends(twin, uplink_hz):
        return f"the {twin.profile.name} does not send on {megahertz(uplink_hz)}"
    return ""


def _full_duplex(twins: list[Twin], downlink_hz: int, uplink_hz: int) -> Judged:
    way = WayOfWorking.FULL_DUPLEX
    for n, twin in enumerate(twins):
        if twin.profile.hears == "while_sending" and not _missing(twin, downlink_hz, uplink_hz):
            units = twin.profile.units
            settings = [f"{twin.settings[s].name} {twin.settings[s].domain.text(v)}" for s, v in twin.profile.hears_when]
            why = f"the {twin.profile.name} hears on one {twin.profile.unit_word} while it sends on the other"
            why += f", with {', '.join(settings)}" if settings else ""
            return Judged(way, True, why, LOSES[way], (Part(n, "uplink", units[0]), Part(n, "downlink", units[1])))
    if len(twins) > 1:
        for up, down in ((0, 1), (1, 0)):
            if _sends(twins[up], uplink_hz) and _hears(twins[down], downlink_hz):
                why = f"the {twins[up].profile.name} sends, the {twins[down].profile.name} hears"
                return Judged(
                    way,
                    True,
                    why,
                    LOSES[way] + " Two radios want two hands, or a second person.",
                    (Part(up, "uplink"), Part(down, "downlink")),
                )
        return Judged(way, False, "neither radio sends on the uplink while the other hears the downlink")
    missing = _missing(twins[0], downlink_hz, uplink_hz)
    return Judged(
        way,
        False,
        missing or f"the {twins[0].profile.name} does not hear while it sends; a second radio for the downlink would do",
    )


def _two_watch(twins: list[Twin], downlink_hz: int, uplink_hz: int) -> Judged:
    way = WayOfWorking.TWO_WATCH
    reasons = []
    for n, twin in enumerate(twins):
        missing = _missing(twin, downlink_hz, uplink_hz)
        if missing or twin.profile.hears == "one":
            reasons.append(missing or f"the {twin.profile.name} hears one {twin.profile.unit_word or 'frequency'} only")
            continue
        try:
            squelch_of(twin)
        except Beyond as beyond:
            reasons.append(f"the {twin.profile.name}: {beyond.why}, and a weak signal does not open it")
            continue
        units = twin.profile.units
        why = f"{units[0]} sends, {units[-1]} listens with its squelch open"
        return Judged(way, True, why, LOSES[way], (Part(n, "uplink", units[0]), Part(n, "downlink", units[-1])))
    return Judged(way, False, "; ".join(dict.fromkeys(reasons)))


def _slots(twins: list[Twin], downlink_hz: int, uplink_hz: int) -> Judged:
    way = WayOfWorking.SLOTS
    reasons = []
    for n, twin in enumerate(twins):
        try:
            check_reach(twin, Goal(0, Channel(downlink_hz, uplink_hz)))
        except Beyond as beyond:
            reasons.append(f"the {twin.profile.name}: {beyond.why}")
            continue
        return Judged(way, True, f"a slot of the {twin.profile.name} holds both bands", LOSES[way], (Part(n, "both"),))
    return Judged(way, False, "; ".join(reasons))


def grids_of(twin: Twin, nominal_hz: int, spread_hz: int = 12_500) -> list[int]:
    """Return the grids on which this radio can set every place around a nominal, the usual one first."""
    found = []
    for grid in GRIDS_HZ:
        first = -(-(nominal_hz - spread_hz) // grid) * grid
        if all(frequency_step(twin, hz) is not None for hz in range(first, nominal_hz + spread_hz + 1, grid)):
            found.append(grid)
    return found
