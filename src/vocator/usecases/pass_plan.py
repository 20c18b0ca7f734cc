"""One pass, made ready: ways of working, Doppler set, slots, card, sky, footprint."""

from dataclasses import dataclass, replace
from datetime import datetime

from sqlalchemy.orm import Session

from vocator.core.channel.channel import megahertz
from vocator.core.keeping.records import Radio, SlotState
from vocator.core.onair.satellites import Transponder
from vocator.core.orbit.doppler import Curve, curve_of
from vocator.core.orbit.doppler_set import DopplerSet, doppler_set
from vocator.core.orbit.passes import Pass, windows_of
from vocator.core.orbit.sky import Sky
from vocator.core.outing.working import Judged, Part, WayOfWorking, contiguous, grids_of, judge
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import write_channels
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.pass_list import workable_with
from vocator.usecases.radios import TAKEN, view_of
from vocator.usecases.satellite_passes import pass_near
from vocator.usecases.satellites import find, site_and_mask, transponder_of
from vocator.usecases.twins import twin_of

ARM_LABEL = "ARM"


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


@dataclass(frozen=True, slots=True)
class SlotRow:
    """A channel of the set in a slot of one of the radios; ``memory`` counts from 0, -1 is arming, -2 the link that stays."""

    radio: int
    slot: str
    slot_text: str
    label: str
    line: str
    memory: int
    side: str | None = None


def plan_pass(session: Session, number: int, aos_utc: datetime, choice: Choice) -> PassPlan:
    """Return a pass made ready; raises NotFound, Refusal (no such pass, no transponder known)."""
    kept = find(session, number)
    link = transponder_of(kept.elements)
    if link is None:
        raise Refusal(
            f"{kept.elements.name}: links not known", "satellite", "one whose transponder is in the table",
            "Its passes are listed; add its links to the transponder table to work it.",
        )  # fmt: skip
    site, mask = site_and_mask(session)
    sky, bare = pass_near(kept.elements, site, aos_utc)
    found = replace(bare, windows=windows_of(sky, bare, mask))
    radios = _radios(session, choice.radio_ids, link)
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
    made = doppler_set(curve, link.downlink_hz, link.uplink_hz, down_step, up_step, choice.memories, choice.worst_hz)
    rows = _rows(session, radios, twins, way, link, made, choice.first_slot, slow) if way else ()
    return PassPlan(sky, found, link, radios, twins, ways, way, made, curve, (down_step, up_step), tuple(fast_grids), rows)


def _radios(session: Session, ids: tuple[int, ...], link: Transponder) -> tuple[Radio, ...]:
    """Return the radios asked for, else the one of mine that works this satellite best."""
    mine = {r.id: r for r in RadioRepository(session).all()}
    for wanted in ids:
        if wanted not in mine:
            raise NotFound(f"radio {wanted}", ", ".join(map(str, mine)) or "none yet")
    if ids:
        return tuple(mine[i] for i in dict.fromkeys(ids))[:2]
    order = [str(way) for way in WayOfWorking]
    best = min(workable_with(session, link), key=lambda w: order.index(w.way), default=None)
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
    first_slot: str | None, slow_step: int,
) -> tuple[SlotRow, ...]:  # fmt: skip
    """Return the channels to store: contiguous and in turning order, arming before them, the link that stays after them."""
    tone = f" {link.access_tone}" if link.access_tone else ""
    whole = way.parts[0].link == "both"
    moving = way.parts[0] if whole else next(p for p in way.parts if p.link == made.fast)
    staying = None if whole else next(p for p in way.parts if p.link != made.fast)
    channels: list[tuple[int, str]] = []
    arming_on = moving if whole or moving.link == "uplink" else staying
    for k, m in enumerate(made.memories):
        if whole:
            line = f"{megahertz(m.downlink_hz)} input {megahertz(m.uplink_hz)}{tone} wide"
        elif made.fast == "uplink":
            line = f"{megahertz(m.uplink_hz)} simplex{tone} wide"
        else:
            line = f"{megahertz(m.downlink_hz)} receive only wide"
        channels.append((k, line))
    rows: list[SlotRow] = []
    if link.arming_tone and arming_on is moving:
        first = channels[0][1]
        channels.insert(
            0, (-1, first.replace(tone, f" {link.arming_tone}") if tone else first.replace(" wide", f" {link.arming_tone} wide"))
        )
    rows += _placed(session, radios, twins, moving, link, channels, first_slot, [])
    if staying is not None:
        hz = _staying_hz(link, made, slow_step)
        still = [
            (-2, f"{megahertz(hz)} simplex{tone} wide" if staying.link == "uplink" else f"{megahertz(hz)} receive only wide")
        ]
        if link.arming_tone and arming_on is staying:
            still.insert(0, (-1, f"{megahertz(hz)} simplex {link.arming_tone} wide"))
        rows += _placed(session, radios, twins, staying, link, still, None, rows)
    return tuple(rows)


def _staying_hz(link: Transponder, made: DopplerSet, step: int) -> int:
    nominal = link.uplink_hz if made.fast == "downlink" else link.downlink_hz
    return round(nominal / step) * step


def _placed(
    session: Session, radios: tuple[Radio, ...], twins: tuple[Twin, ...], part: Part, link: Transponder,
    channels: list[tuple[int, str]], first_slot: str | None, before: list[SlotRow],
) -> list[SlotRow]:  # fmt: skip
    twin, radio = twins[part.radio], radios[part.radio]
    view = view_of(session, radio)
    states = dict(zip(view.keys, view.states(), strict=True))
    used = {r.slot for r in before if r.radio == part.radio}
    taken = {key for key, state in states.items() if state in TAKEN} | used
    unseen = {key for key, state in states.items() if state is not SlotState.FREE} | used
    slots = contiguous(twin, len(channels), unseen) or contiguous(twin, len(channels), taken)
    if first_slot:
        index = twin.profile.slot_index(first_slot)
        if index is None or index + len(channels) > twin.profile.plain_slots:
            raise Refusal(
                f"slot {first_slot}", "first slot", f"{twin.profile.slot_text(0)} to {twin.profile.slot_text(twin.profile.plain_slots - len(channels))}",
                f"{len(channels)} slots in a row are needed from it.",
            )  # fmt: skip
        slots = [twin.profile.slot_key(index + k) for k in range(len(channels))]
    if not slots:
        raise Refusal(
            f"no {len(channels)} free slots in a row on {radio.name}", "slots", "slots that follow each other", "Give the first slot yourself; what stands there is overwritten."
        )  # fmt: skip
    short = "".join(c for c in link.name.upper() if c.isalnum())
    rows = []
    for (memory, line), slot in zip(channels, slots, strict=True):
        mark = {-1: ARM_LABEL, -2: "UP" if part.link == "uplink" else "DN"}.get(memory, str(memory + 1))
        room = max(twin.profile.label_length - len(mark) - 1, 0)
        label = f"{short[:room]} {mark}" if twin.profile.label_length else ""
        index = twin.profile.slot_index(slot)
        rows.append(SlotRow(part.radio, slot, twin.profile.slot_text(index or 0), label, line, memory, part.side))
    return rows


def csv_of(plan: PassPlan, radio: int) -> str:
    """Return the rows of one radio as a list of channels."""
    return write_channels((r.slot, r.line, r.label) for r in plan.rows if r.radio == radio)


@dataclass(frozen=True, slots=True)
class SetUp:
    """What must be set beside the memories: on which radio, the kind of goal, its side and slot."""

    radio: int
    goal: str
    side: str | None = None
    slot: str = ""

    def words(self) -> str:
        """Say it in short."""
        of = " ".join(x for x in (self.side, self.slot) if x)
        return f"{KINDS[self.goal].button.lower()}{f': {of}' if of else ''}"


def set_up_goals(plan: PassPlan) -> list[SetUp]:
    """Return what must be set beside the memories, the sending side last, so that it is the main one."""
    if plan.way is None:
        return []
    goals: list[SetUp] = []
    down = next((p for p in plan.way.parts if p.link == "downlink"), None)
    if plan.way.way is WayOfWorking.FULL_DUPLEX and down is not None and down.side is not None:
        goals.append(SetUp(down.radio, "hear-myself"))
    if down is not None and down.side is not None:
        goals.append(SetUp(down.radio, "squelch-open", down.side))
        for side in (down.side, *(p.side for p in plan.way.parts if p.link == "uplink")):
            first = next((r for r in plan.rows if r.side == side and r.memory in (0, -2)), None)
            if first is not None:
                goals.append(SetUp(first.radio, "read-back", side, first.slot))
    return goals
