"""Sums of a pass: which way to turn, which memory it is time for, what is heard on the nominal frequency."""

from vocator.core.channel.channel import megahertz
from vocator.core.drill.exercise import Draw, Exercise, choice, pick
from vocator.core.drill.items import Item

DOWNLINKS_HZ = (435_400_000, 436_500_000, 437_250_000)
UPLINKS_HZ = (435_150_000, 436_150_000)
MOST_KHZ = 9
"""So far off a satellite at 550 km is heard on 70 cm when it comes up or goes down: 7.5 km/s of 300,000."""
MEMORIES = 7


def pass_sum(item: Item, seed: int, rng: Draw) -> Exercise:
    """Return a sum about a pass of a satellite with one link on 70 cm, where Doppler is large."""
    return {"pass way": _way, "pass memory": _memory, "pass nominal": _nominal}[item.key](item, seed, rng)


def _way(item: Item, seed: int, rng: Draw) -> Exercise:
    up = rng(2) == 0
    hz = pick(rng, UPLINKS_HZ if up else DOWNLINKS_HZ)
    words = ("up, from below the nominal to above it", "down, from above the nominal to below it")
    right, wrong = words if up else words[::-1]
    asked = f"The {'uplink' if up else 'downlink'} is {megahertz(hz)}. From rise to set, which way do you turn {'what you send on' if up else 'what you listen on'}?"
    why = (
        "it comes nearer first, and hears you high: send low; as it goes away, send high"
        if up
        else "it comes nearer first, and is heard high; as it goes away, low"
    )
    return choice(
        item, seed, rng, asked, [right, wrong, "not at all: FM forgives it", "up until the highest point, then down"], why
    )


def _memory(item: Item, seed: int, rng: Draw) -> Exercise:
    begins, at, due = 60 * (9 * 60 + rng(600)), 0, [0]
    for _ in range(MEMORIES - 1):
        at += 55 + 5 * rng(15)
        due.append(at)
    number = rng(MEMORIES)
    until = due[number + 1] if number + 1 < MEMORIES else due[number] + 90
    now = due[number] + 10 + rng(until - due[number] - 20)
    table = ", ".join(f"{n + 1} from {_clock(begins + s)}" for n, s in enumerate(due))
    asked = f"It is {_clock(begins + now)}. The set: memory {table}. Which one?"
    near = [n for n in (number - 1, number + 1, number + 2, number - 2) if 0 <= n < MEMORIES]
    why = (
        f"memory {number + 1} serves until {_clock(begins + until)}"
        if number + 1 < MEMORIES
        else "the last one serves until it sets"
    )
    return choice(item, seed, rng, asked, [str(n + 1) for n in (number, *near)], why)


def _clock(second: int) -> str:
    return f"{second // 3600:02d}:{second // 60 % 60:02d}:{second % 60:02d}"


def _nominal(item: Item, seed: int, rng: Draw) -> Exercise:
    hz, when = pick(rng, DOWNLINKS_HZ), rng(3)
    off = MOST_KHZ - rng(3)
    moment = ("just after its rise", "where it is nearest", "just before it sets")[when]
    said = (
        f"nothing clear: it arrives about {off} kHz above",
        "all of it: nothing is off there",
        f"nothing clear: it arrives about {off} kHz below",
    )
    asked = f"A satellite low over the Earth sends on {megahertz(hz)}. You listen on exactly that, {moment}. What do you hear?"
    why = "nearer is higher, going away is lower, and where it is nearest it does neither"
    return choice(item, seed, rng, asked, [said[when], *(s for n, s in enumerate(said) if n != when)], why)
