"""What is wrong or odd about an outing's channels: each with its reason, and what would settle it.

Detects only; it changes nothing.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from itertools import combinations

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.channel import Width, megahertz
from vocator.core.channel.label_fitting import shorten
from vocator.core.channel.listing_line import resolve
from vocator.core.channel.resolution import Resolution
from vocator.core.goals.goal import Beyond, Goal, check_reach
from vocator.core.outing.intermodulation import products
from vocator.core.outing.outing import Outing, OutingChannel, Person, Place, Role
from vocator.core.outing.reach import path
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal

SAME_SITE_KM = 0.5
SHORTEST_LABEL = 6
SPACING_HZ = {(Width.WIDE, Width.WIDE): 15_000, (Width.NARROW, Width.NARROW): 12_500}
MIXED_HZ = 15_000


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing to look at.  ``key`` stays the same as long as its reason does; ``harm`` must be settled, else it may be accepted."""

    key: str
    harm: bool
    channels: tuple[str, ...]
    text: str
    settle: str
    people: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Understood:
    """A channel of the outing with what its line stands for."""

    channel: OutingChannel
    resolution: Resolution

    @property
    def rx_hz(self) -> int:
        """Return what is listened to."""
        return self.resolution.channel.rx_hz

    @property
    def tx_hz(self) -> int | None:
        """Return what is sent on, None where nothing is."""
        return None if self.resolution.receive_only else self.resolution.channel.tx_hz


def understand(outing: Outing, plan: BandPlan) -> tuple[list[Understood], list[Finding]]:
    """Return the channels whose lines are clear, and a finding for each that is not."""
    clear, found = [], []
    for c in outing.channels:
        try:
            resolution = resolve(c.line, plan)
        except Refusal as refusal:
            found.append(
                Finding(f"line {c.id} {c.line}", True, (c.id,), f"{c.name}: {refusal.where}: found {refusal.found}", refusal.do)
            )
            continue
        if resolution.doubts:
            asked = "; ".join(f"{d.question} {' or '.join(d.choices)}" for d in resolution.doubts)
            found.append(
                Finding(f"doubt {c.id} {c.line}", True, (c.id,), f"{c.name}: {asked}", "Write the answer into its line.")
            )
            continue
        clear.append(Understood(c, resolution))
    return clear, found


def find(outing: Outing, plan: BandPlan, twins: dict[str, Twin]) -> list[Finding]:
    """Return all findings, those that do harm first; ``twins`` holds each person's radio by the person's id."""
    clear, found = understand(outing, plan)
    for look in (_same_receive, _too_near, _simplex_on_others, _habit, _off_air, _names):
        found += look(outing, clear, plan)
    found += _intermodulation(outing, clear)
    found += _radios(outing, clear, twins)
    found += _permission(outing, clear, plan)
    found += _reach(outing, clear)
    return sorted(found, key=lambda f: not f.harm)


Look = Callable[[Outing, list[Understood], BandPlan], Iterable[Finding]]


def _pair(a: Understood, b: Understood) -> str:
    return f"{a.channel.name} and {b.channel.name}"


def _same_receive(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    found = []
    for a, b in combinations(clear, 2):
        if a.rx_hz != b.rx_hz:
            continue
        same = a.resolution.channel.with_label(None) == b.resolution.channel.with_label(None)
        text = (
            f"{_pair(a, b)} listen on {megahertz(a.rx_hz)}, {'and are one channel' if same else 'with different tones or inputs'}"
        )
        settle = "Take one out." if same else "Check which is right; if both are, say in their names which is which."
        found.append(Finding(f"same {a.channel.id} {b.channel.id} {a.rx_hz}", same, (a.channel.id, b.channel.id), text, settle))
    return found


def spacing_hz(a: Width | None, b: Width | None) -> int:
    """Return how far apart, in hertz, two channels of these widths must be."""
    return SPACING_HZ.get((a or Width.WIDE, b or Width.WIDE), MIXED_HZ)


def _too_near(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    found = []
    for a, b in combinations(clear, 2):
        apart = abs(a.rx_hz - b.rx_hz)
        needed = spacing_hz(a.resolution.channel.width, b.resolution.channel.width)
        if 0 < apart < needed:
            text = f"{_pair(a, b)} are {apart / 1000:g} kHz apart; their widths need {needed / 1000:g}"
            found.append(
                Finding(
                    f"near {a.channel.id} {b.channel.id} {apart}",
                    True,
                    (a.channel.id, b.channel.id),
                    text,
                    "Move one of them, or make both narrow.",
                )
            )
    return found


def _simplex_on_others(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    found = []
    repeaters = [u for u in clear if u.tx_hz is not None and u.tx_hz != u.rx_hz]
    for s in (u for u in clear if u.resolution.channel.is_simplex and not u.resolution.receive_only):
        for r in repeaters:
            for hz, side in ((r.rx_hz, "output"), (r.tx_hz, "input")):
                if hz is not None and abs(hz - s.rx_hz) < spacing_hz(s.resolution.channel.width, r.resolution.channel.width):
                    text = f"{s.channel.name}, simplex on {megahertz(s.rx_hz)}, stands on the {side} of {r.channel.name}"
                    found.append(
                        Finding(
                            f"on {side} {s.channel.id} {r.channel.id}",
                            True,
                            (s.channel.id, r.channel.id),
                            text,
                            "Choose a simplex channel of the region's.",
                        )
                    )
        span = plan.satellite_span(s.rx_hz)
        if span is not None:
            text = f"{s.channel.name}, simplex on {megahertz(s.rx_hz)}, stands in the {span.why}"
            found.append(
                Finding(
                    f"satellite {s.channel.id} {s.rx_hz}",
                    True,
                    (s.channel.id,),
                    text,
                    "Choose a simplex channel of the region's.",
                )
            )
    return found


def _habit(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    return [
        Finding(
            f"habit {u.channel.id} {u.channel.line}",
            False,
            (u.channel.id,),
            f"{u.channel.name}: {n.text}",
            "Ask who runs it, then accept this.",
        )
        for u in clear
        for n in u.resolution.notes
        if "the habit here is" in n.text
    ]


def _off_air(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    found = []
    for c in outing.channels:
        if c.off_air:
            harm = c.role is Role.PRIMARY
            settle = "Give the primary's role to another." if harm else "Leave it in for when it is back, or take it out."
            found.append(Finding(f"off {c.id} {c.role}", harm, (c.id,), f"{c.name} is listed as off the air", settle))
    return found


def _names(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    short: dict[str, list[OutingChannel]] = {}
    for c in outing.channels:
        short.setdefault(shorten(c.name, SHORTEST_LABEL), []).append(c)
    return [
        Finding(
            f"name {name} {' '.join(c.id for c in alike)}", False, tuple(c.id for c in alike),
            f"{' and '.join(c.name for c in alike)} both shorten to {name} on labels of {SHORTEST_LABEL}; one gets a figure", "Rename one, or accept it.",
        )
        for name, alike in short.items()
        if len(alike) > 1
    ]  # fmt: skip


def sites(outing: Outing, clear: list[Understood]) -> list[tuple[str, set[int], set[int], tuple[str, ...]]]:
    """Return the places where several frequencies are sent: name, sent, received, channels.

    Repeaters within half a kilometre stand at one site; at a post with two people or more, any two
    of the outing's channels may be sent at once.
    """
    found = []
    placed = [u for u in clear if u.channel.at is not None and u.tx_hz is not None and u.tx_hz != u.rx_hz]
    left = list(placed)
    while left:
        first = left.pop(0)
        together = [first] + [u for u in left if _apart_km(first.channel.at, u.channel.at) <= SAME_SITE_KM]
        left = [u for u in left if u not in together]
        if len(together) > 1:
            names = " and ".join(u.channel.name for u in together)
            inputs = {u.tx_hz for u in together if u.tx_hz is not None}
            found.append((f"the site of {names}", {u.rx_hz for u in together}, inputs, tuple(u.channel.id for u in together)))
    working = [u for u in clear if u.tx_hz is not None and u.channel.role is not Role.SATELLITE and not u.channel.off_air]
    for post in outing.posts:
        if sum(p.post == post.id for p in outing.people) >= 2:
            sent = {u.tx_hz for u in working if u.tx_hz is not None}
            heard = {u.rx_hz for u in clear if not u.channel.off_air}
            found.append((post.name, sent, heard, tuple(u.channel.id for u in working)))
    return found


def _apart_km(a: Place | None, b: Place | None) -> float:
    return path(a, b, 146_000_000).distance_km if a is not None and b is not None else float("inf")


def _intermodulation(outing: Outing, clear: list[Understood]) -> list[Finding]:
    found: dict[str, Finding] = {}
    for name, sent, heard, _ in sites(outing, clear):
        for p in products(sent, heard):
            of = tuple(u.channel.id for u in clear if u.tx_hz in p.sent_hz or u.rx_hz == p.hit_hz)
            key = f"product {p.sent_hz} {p.hit_hz}"
            if key in found:
                continue
            text = f"At {name}, sent together: {p.words} = {megahertz(p.product_hz)} falls on {megahertz(p.hit_hz)}"
            found[key] = Finding(
                key, False, of, text, "Keep them from sending at once there, or use lower power and distance between antennas."
            )
    return list(found.values())


def reach_of(twin: Twin, u: Understood) -> Beyond | None:
    """Return why a channel is beyond a radio, None where it is not."""
    try:
        check_reach(twin, Goal(0, u.resolution.channel, u.resolution.receive_only, burst=u.resolution.burst))
    except Beyond as beyond:
        return beyond
    return None


def _radios(outing: Outing, clear: list[Understood], twins: dict[str, Twin]) -> list[Finding]:
    people = [p for p in outing.people if p.id in twins]
    beyond = {(u.channel.id, p.id): reach_of(twins[p.id], u) for u in clear for p in people}
    idle = {p.id for p in people if clear and all(beyond[u.channel.id, p.id] or u.channel.off_air for u in clear)}
    found = []
    for u in clear:
        lacking = [(p, why) for p in people if (why := beyond[u.channel.id, p.id]) is not None]
        told = [(p, why) for p, why in lacking if p.id not in idle]
        if people and len(lacking) == len(people):
            text = f"{u.channel.name}: nobody's radio can do it ({lacking[0][1].why})"
            found.append(Finding(f"nobody {u.channel.id}", True, (u.channel.id,), text, "Take it out, or bring a radio for it."))
        elif told:
            found.append(_lacking(u, told, len(people)))
    for p in people:
        if p.id in idle:
            text = f"{p.name}'s {twins[p.id].profile.name} can do none of the channels in use"
            settle = "Lend another radio, or give this one another task."
            found.append(Finding(f"none {p.id}", True, (), text, settle, (p.id,)))
    return found


def _lacking(u: Understood, lacking: list[tuple[Person, Beyond]], of: int) -> Finding:
    names = ", ".join(p.name for p, _ in lacking)
    why = "; ".join(dict.fromkeys(b.why for _, b in lacking[:2])) if len(lacking) <= 2 else lacking[0][1].why
    text = f"{u.channel.name} is beyond {len(lacking)} of {of} radios ({names}): {why}"
    settle = f"{lacking[0][1].nearest} They keep the other channels; name the fail-over for them."
    ids = tuple(p.id for p, _ in lacking)
    return Finding(f"radio {u.channel.id} {' '.join(ids)}", False, (u.channel.id,), text, settle, ids)


def _permission(outing: Outing, clear: list[Understood], plan: BandPlan) -> list[Finding]:
    found = []
    for u in clear:
        if u.tx_hz is None or not outing.people:
            continue
        band = plan.band(u.tx_hz)
        if band is None or not any(band.name in p.may_send_on for p in outing.people):
            text = f"{u.channel.name}: nobody may send on {megahertz(u.tx_hz)}"
            found.append(
                Finding(
                    f"permission {u.channel.id} {u.tx_hz}",
                    u.channel.role is Role.PRIMARY,
                    (u.channel.id,),
                    text,
                    "Ask who holds a licence for it; until then it is for listening.",
                )
            )
    return found


def _reach(outing: Outing, clear: list[Understood]) -> list[Finding]:
    """Tell each post that no primary or back-up repeater is likely to reach."""
    working = [
        u for u in clear if u.channel.at is not None and not u.channel.off_air and u.channel.role in (Role.PRIMARY, Role.BACKUP)
    ]
    found = []
    for post in outing.posts:
        likely = [u for u in working if u.channel.at is not None and path(post.at, u.channel.at, u.rx_hz).likely != "unlikely"]
        if working and not likely:
            text = f"From {post.name} neither the primary nor a back-up is within reach, hills not considered"
            found.append(Finding(f"reach {post.id}", False, (), text, "Plan a relay by simplex, or a higher antenna there."))
    return found
