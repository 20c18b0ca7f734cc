"""One pass, made ready: ways of working, Doppler set, slots, card, sky, footprint."""

from dataclasses import dataclass, replace
from datetime import datetime

from sqlalchemy.orm import Session

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import lowest_power, power_word
from vocator.core.keeping.records import HELD, Radio, SlotState
from vocator.core.onair.links import Link, usable
from vocator.core.onair.satellites import Transponder
from vocator.core.orbit.doppler import Curve, curve_of
from vocator.core.orbit.doppler_set import EPSILON_HZ, DopplerSet, doppler_set
from vocator.core.orbit.passes import Pass, windows_of
from vocator.core.orbit.sky import Sky
from vocator.core.outing.set_layout import (
    ARMING,
    STAYS,
    Entry,
    Slots,
    at_hand,
    moving_entries,
    moving_part,
    place,
    staying_entries,
    staying_part,
    stored_set,
)
from vocator.core.outing.working import Judged, Part, WayOfWorking, grids_of, judge
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.keeping.radios import TAKEN, view_of
from vocator.usecases.passes.pass_list import missing_of, own_radios, workable_with
from vocator.usecases.passes.satellite_passes import pass_near
from vocator.usecases.passes.satellites import find, links_of, site_and_mask
from vocator.usecases.programming.chains import channels_csv
from vocator.usecases.twin.twins import twin_of

ARM_LABEL = "ARM"
SLOWER = {"downlink": "uplink", "uplink": "downlink"}
SLOWER_HZ = 2_500
"""So much more off tune the slower link may be from a set that is there already: still within what a receiver takes."""


@dataclass(frozen=True, slots=True)
class Choice:
    """What the operator chose for a pass; None is Vocator's own choice."""

    radio_ids: tuple[int, ...] = ()
    way: str | None = None
    memories: int | None = None
    worst_hz: int | None = None
    step_hz: int | None = None
    first_slot: str | None = None
    grids: tuple[str, ...] = ()
    link: int | None = None
    power: str | None = None
    labels: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class PassPlan:
    """A pass made ready for radios."""

    sky: Sky
    found: Pass
    link: Transponder
    radios: tuple[Radio, ...]
    twins: tuple[Twin, ...]
    ways: tuple[Judged, ...]
    way: Judged | None
    set: DopplerSet
    curve: Curve
    steps: tuple[int, int]
    step_choices: tuple[int, ...]
    rows: tuple["SlotRow", ...]
    links: tuple[Link, ...] = ()
    taken: int = 0


@dataclass(frozen=True, slots=True)
class SlotRow:
    """A channel of the set in a slot of one of the radios; ``memory`` counts from 0, -1 is arming, -2 the link that stays."""

    radio: int
    slot: str
    slot_text: str
    label: str
    line: str
    memory: int
    side: str | None
    channel: Channel
    never_send: bool
    there: bool
    power: str | None


def plan_pass(session: Session, number: int, aos_utc: datetime, choice: Choice) -> PassPlan:
    """Return a pass made ready; raises NotFound, Refusal (no such pass, no transponder known)."""
    kept = find(session, number)
    links = links_of(session, number)
    taken = _link(kept.elements.name, links, choice.link)
    link = taken.transponder(kept.elements.name)
    assert link is not None
    site, mask = site_and_mask(session)
    sky, bare = pass_near(kept.elements, site, aos_utc)
    found = replace(bare, windows=windows_of(sky, bare, mask))
    radios = _radios(session, choice.radio_ids, taken)
    region = StationRepository(session).get().region
    twins = tuple(twin_of(r.model, r.firmware, region) for r in radios)
    ways = tuple(judge(list(twins), link.downlink_hz, link.uplink_hz)) if twins else ()
    way = _way(ways, choice.way)
    curve = curve_of(sky, found, link.downlink_hz, link.uplink_hz)
    down_fast = link.downlink_hz > link.uplink_hz
    down_grids, up_grids = _grids(twins, way, link)
    fast_grids, slow_grids = (down_grids, up_grids) if down_fast else (up_grids, down_grids)
    fast = choice.step_hz if choice.step_hz in fast_grids else fast_grids[0]
    slow = min(slow_grids)
    down_step, up_step = (fast, slow) if down_fast else (slow, fast)
    made = doppler_set(
        curve, link.downlink_hz, link.uplink_hz, down_step, up_step, choice.memories, choice.worst_hz, slow_stays=_stays(way, link, slow)
    )  # fmt: skip
    made = _at_hand(session, radios, twins, way, link, choice, curve, (down_step, up_step), made) if way else made
    rows = _rows(session, radios, twins, way, link, made, choice, slow) if way else ()
    return PassPlan(
        sky,
        found,
        link,
        radios,
        twins,
        ways,
        way,
        made,
        curve,
        (down_step, up_step),
        tuple(fast_grids),
        rows,
        tuple(links),
        links.index(taken),
    )


def _stays(way: Judged | None, link: Transponder, slow_step: int) -> int | None:
    """Return the one place of the slower link where a slot holds both, None where it has a radio or a side of its own."""
    if way is None or way.parts[0].link != "both":
        return None
    return round(min(link.downlink_hz, link.uplink_hz) / slow_step) * slow_step


def _at_hand(
    session: Session, radios: tuple[Radio, ...], twins: tuple[Twin, ...], way: Judged, link: Transponder, choice: Choice, curve: Curve,
    steps: tuple[int, int], made: DopplerSet,
) -> DopplerSet:  # fmt: skip
    """Return the set that a radio holds already, where it serves this pass as well as was wanted; else the one that was made for it."""
    if choice.memories or choice.step_hz or choice.first_slot:
        return made
    part = moving_part(way, made)
    run = stored_set(twins[part.radio], slots_of(session, radios[part.radio]), part, link, made.fast)
    if not run:
        return made
    places = at_hand(run, part, made.fast)
    held = doppler_set(curve, link.downlink_hz, link.uplink_hz, *steps, worst_hz=choice.worst_hz, at_hand=places)
    good = held.reached or _worst(held, held.fast) <= _worst(made, made.fast) + EPSILON_HZ
    return held if good and _worst(held, SLOWER[held.fast]) <= _worst(made, SLOWER[made.fast]) + SLOWER_HZ else made


def _worst(made: DopplerSet, link: str) -> float:
    return (made.downlink if link == "downlink" else made.uplink).worst_hz


def _link(satellite: str, links: list[Link], wanted: int | None) -> Link:
    """Return the link asked for, else the first that works; raises Refusal where none can be worked."""
    if wanted is not None:
        if not 0 <= wanted < len(links):
            raise Refusal(f"link {wanted}", "link", f"0 to {len(links) - 1}", "Choose one of the satellite's links.")
        if links[wanted].uplink_hz is None:
            raise Refusal(
                f"{satellite}: this link is only heard", "link", "one with an uplink", "Listen on the radio; nothing is sent."
            )
        return links[wanted]
    able = usable(links)
    if not able:
        raise Refusal(
            f"{satellite}: {missing_of(links, [], [])}", "link", "a link with an uplink", "Give its links: then it is planned."
        )
    return able[0]


def _radios(session: Session, ids: tuple[int, ...], taken: Link) -> tuple[Radio, ...]:
    """Return the radios asked for, else the one of mine that works this satellite best."""
    mine = {r.id: r for r in RadioRepository(session).all()}
    for wanted in ids:
        if wanted not in mine:
            raise NotFound(f"radio {wanted}", ", ".join(map(str, mine)) or "none yet")
    if ids:
        return tuple(mine[i] for i in dict.fromkeys(ids))[:2]
    order = [str(way) for way in WayOfWorking]
    best = min(workable_with(own_radios(session), [taken]), key=lambda w: order.index(w.way), default=None)
    return (mine[best.radio_id],) if best is not None else tuple(mine.values())[:1]


def _way(ways: tuple[Judged, ...], wanted: str | None) -> Judged | None:
    possible = [j for j in ways if j.possible]
    return next((j for j in possible if str(j.way) == wanted), possible[0] if possible else None)


def _grids(twins: tuple[Twin, ...], way: Judged | None, link: Transponder) -> tuple[list[int], list[int]]:
    """Return the grids each link can be set on with the radio that carries it; 5 kHz where no radio is chosen."""
    found = []
    for name, hz in (("downlink", link.downlink_hz), ("uplink", link.uplink_hz)):
        carrier = next((p.radio for p in way.parts if p.link in (name, "both")), None) if way else None
        found.append((grids_of(twins[carrier], hz) if carrier is not None else []) or [5_000])
    return found[0], found[1]


def _rows(
    session: Session, radios: tuple[Radio, ...], twins: tuple[Twin, ...], way: Judged, link: Transponder, made: DopplerSet,
    choice: Choice, slow_step: int,
) -> tuple[SlotRow, ...]:  # fmt: skip
    """Return the channels of the set in their slots: in turning order, arming before them, the link that stays elsewhere."""
    moving, staying = moving_part(way, made), staying_part(way, made)
    books = [slots_of(session, radio) for radio in radios]
    rows = _placed(radios, twins, books, moving, link, moving_entries(twins[moving.radio], moving, link, made), choice, [])
    if staying is not None:
        hz = _staying_hz(link, made, slow_step)
        still = staying_entries(twins[staying.radio], staying, link, hz)
        rows += _placed(radios, twins, books, staying, link, still, replace(choice, first_slot=None), rows)
    return tuple(rows)


def _staying_hz(link: Transponder, made: DopplerSet, step: int) -> int:
    nominal = link.uplink_hz if made.fast == "downlink" else link.downlink_hz
    return round(nominal / step) * step


def slots_of(session: Session, radio: Radio) -> Slots:
    """Return what is known of a radio's slots, as a set is laid out in them."""
    view = view_of(session, radio)
    states = dict(zip(view.keys, view.states(), strict=True))
    channels = {s.slot: Channel.from_dict(s.channel) for s in view.slots if s.channel and states[s.slot] in TAKEN}
    return Slots(
        frozenset(k for k, state in states.items() if state is SlotState.FREE),
        frozenset(k for k, state in states.items() if state in TAKEN),
        channels,
        frozenset(k for k, state in states.items() if state in HELD),
    )


def _placed(
    radios: tuple[Radio, ...], twins: tuple[Twin, ...], books: list[Slots], part: Part, link: Transponder, entries: list[Entry],
    choice: Choice, before: list[SlotRow],
) -> list[SlotRow]:  # fmt: skip
    twin, radio = twins[part.radio], radios[part.radio]
    profile = twin.profile
    used = {r.slot for r in before if r.radio == part.radio}
    if profile.group_size:  # the dial stays in its group: another one keeps the links apart
        groups = {(profile.slot_index(slot) or 0) // profile.group_size for slot in used}
        used = {profile.slot_key(i) for i in range(profile.plain_slots) if i // profile.group_size in groups}
    first = profile.slot_index(choice.first_slot) if choice.first_slot else None
    if choice.first_slot and (first is None or first + len(entries) > profile.plain_slots):
        raise Refusal(
            f"slot {choice.first_slot}", "first slot", f"{profile.slot_text(0)} to {profile.slot_text(profile.plain_slots - len(entries))}",
            f"{len(entries)} slots in a row are needed from it.",
        )  # fmt: skip
    placed = place(twin, books[part.radio], entries, used, first)
    if not placed:
        raise Refusal(
            f"no {len(entries)} free slots in a row on {radio.name}", "slots", "slots that follow each other", "Give the first slot yourself; what stands there is overwritten."
        )  # fmt: skip
    short = "".join(c for c in link.name.upper() if c.isalnum())
    power = power_word(twin, choice.power)[0] if choice.power else lowest_power(twin)
    rows = []
    for one in placed:
        mark = {ARMING: ARM_LABEL, STAYS: "UP" if part.link == "uplink" else "DN"}.get(
            one.entry.memory, str(one.entry.memory + 1)
        )
        room = max(profile.label_length - len(mark) - 1, 0)
        label = f"{short[:room]} {mark}" if profile.label_length and choice.labels else ""
        rows.append(
            SlotRow(
                part.radio, one.slot, profile.slot_text(profile.slot_index(one.slot) or 0), label, one.entry.line, one.entry.memory, part.side,
                one.entry.channel, one.entry.never_send, one.there, power,
            )
        )  # fmt: skip
    return rows


def csv_of(plan: PassPlan, radio: int) -> str:
    """Return the rows of one radio that are still to be written as a list of channels; empty where all is there."""
    lacking = (r for r in plan.rows if r.radio == radio and not r.there)
    return channels_csv((r.slot, r.line, r.label, r.power, r.never_send) for r in lacking)
