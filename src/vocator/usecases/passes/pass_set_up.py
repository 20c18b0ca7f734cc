"""What makes radios ready for a pass, in working order: memories, then what is set beside them, then first slots, the sending side last."""

from dataclasses import dataclass, replace
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Beyond
from vocator.core.goals.kind import Asks
from vocator.core.outing.ride_safety import Side, Stray, strays
from vocator.core.outing.set_layout import ARMING, STAYS, moving_part
from vocator.core.outing.working import Part, WayOfWorking
from vocator.core.planning.kinds import KINDS
from vocator.core.planning.squelch import squelch_of
from vocator.core.radio.twin import Twin
from vocator.usecases.passes.pass_plan import PassPlan, SlotRow, csv_of, slots_of
from vocator.usecases.programming.chains import ToSet, write_chain
from vocator.usecases.programming.goal_forms import lacks

HEADPHONES = "headphones on, then "
BY_HAND = "open its squelch with its knob, or hold the key that opens it"


@dataclass(frozen=True, slots=True)
class SetUp:
    """What must be set beside the memories: on which radio, the kind of goal (empty: by hand), its side, slot and value."""

    radio: int
    goal: str
    side: str | None = None
    slot: str = ""
    slot_text: str = ""
    line: str = ""
    hand: str = ""

    def words(self) -> str:
        """Say it in short; headphones come before any open squelch."""
        if self.hand:
            return f"{HEADPHONES}{self.hand}"
        if self.slot:
            return f"{f'{self.side} ' if self.side else ''}to slot {self.slot_text}"
        of = " ".join(x for x in (self.side, self.line) if x)
        first = HEADPHONES if self.goal.startswith("squelch") else ""
        return f"{first}{KINDS[self.goal].button.lower().removesuffix('…')}{f': {of}' if of else ''}"


def set_up_of(plan: PassPlan) -> list[SetUp]:
    """Return what must be set beside the memories, the sending side last, so that it is the main one."""
    if plan.way is None:
        return []
    goals: list[SetUp] = []
    down = next((p for p in plan.way.parts if p.link == "downlink"), None)
    up = next((p for p in plan.way.parts if p.link == "uplink"), None)
    if down is not None:
        if plan.way.way is WayOfWorking.FULL_DUPLEX and down.side is not None:
            goals.append(SetUp(down.radio, "hear-myself"))
        goals.append(_open_squelch(plan.twins[down.radio], down))
    for part in (down, up, *(p for p in plan.way.parts if p.link == "both")):
        first = _first_slot(plan, part) if part else None
        if part is not None and first is not None:
            goals.append(SetUp(part.radio, "read-back", part.side, first.slot, first.slot_text))
    return goals


def _open_squelch(twin: Twin, down: Part) -> SetUp:
    """Return how the downlink is heard however weak: a side held open, the lowest level, or by hand."""
    try:
        squelch_of(twin)
        return SetUp(down.radio, "squelch-open", down.side)
    except Beyond:
        level = KINDS["squelch-level"]
        if lacks(twin, level) is None and (levels := level.choices(twin, Asks.KEY)):
            return SetUp(down.radio, "squelch-level", line=levels[0])
        return SetUp(down.radio, "", hand=f"on the {twin.profile.name} {BY_HAND}")


def _first_slot(plan: PassPlan, part: Part) -> SlotRow | None:
    return next((r for r in plan.rows if (r.radio, r.side) == (part.radio, part.side) and r.memory in (0, STAYS)), None)


# -- the sheets ------------------------------------------------------------------------------


def write_sheets(session: Session, plan: PassPlan, back: str) -> list[str]:
    """Make the proven sheets that put a pass into the radios, as one chain; what is there already is not written again.

    ``back`` is the address of the pass, to which the last sheet leads.
    """
    lists = [(radio.id, text) for n, radio in enumerate(plan.radios) if (text := csv_of(plan, n))]
    goals = [ToSet(plan.radios[one.radio].id, one.goal, one.slot, one.line, one.side) for one in set_up_of(plan) if one.goal]
    return [sheet.id for sheet in write_chain(session, lists, goals, back)]


# -- a click too many ------------------------------------------------------------------------


def dangers(session: Session, plan: PassPlan) -> list[str]:
    """Say what a click too many would send on, as the twin shows it: from every slot of the set, up to three clicks and PTT."""
    if plan.way is None:
        return []
    said: list[str] = []
    for sender in (p for p in plan.way.parts if p.link != "downlink"):
        twin = plan.twins[sender.radio]
        sent = [r for r in plan.rows if (r.radio, r.side) == (sender.radio, sender.side)]
        moving = moving_part(plan.way, plan.set)
        changes_main = moving is not sender and moving.radio == sender.radio and len(twin.unit_of) < len(twin.profile.units)
        hearing = next((p for p in plan.way.parts if p is not sender and p.radio == sender.radio), None)
        side = side_at_first(plan, hearing) if hearing else None
        found = strays(
            twin, memory_with(session, plan, sender.radio), twin.profile.units.index(sender.side) if sender.side else 0,
            [twin.profile.slot_index(r.slot) or 0 for r in sent], side, {r.channel.tx_hz or 0 for r in sent}, changes_main,
        )  # fmt: skip
        said += _words(plan, sender, found, changes_main)
    return said


def memory_with(session: Session, plan: PassPlan, radio: int) -> dict[int, Channel]:
    """Return what a radio's slots hold once the set is in them, place by place, as far as it is known."""
    profile = plan.twins[radio].profile
    known = dict(slots_of(session, plan.radios[radio]).channels) | {
        r.slot: replace(r.channel, power=r.power) for r in plan.rows if r.radio == radio
    }
    return {i: c for k, c in known.items() if (i := profile.slot_index(k)) is not None}


def side_at_first(plan: PassPlan, part: Part) -> Side | None:
    """Return a part's side at its first slot, None where it has none."""
    first, profile = _first_slot(plan, part), plan.twins[part.radio].profile
    if first is None:
        return None
    return Side(profile.units.index(part.side) if part.side else 0, profile.slot_index(first.slot) or 0)


def _words(plan: PassPlan, sender: Part, found: list[Stray], changes_main: bool) -> list[str]:
    name = plan.radios[sender.radio].name
    nominal = plan.link.downlink_hz
    downs = {r.channel.rx_hz for r in plan.rows if r.radio == sender.radio and r.side != sender.side}
    on_downlink = sorted(s.hz for s in found if s.hz in downs or abs(s.hz - nominal) < 20_000)
    said = []
    if on_downlink and changes_main:
        said.append(
            f"{name}: one dial serves both sides. Make {sender.side} the main side again before every PTT: from the other side it sends on the downlink, "
            "and this radio offers no slot that sends nothing."
        )
    elif on_downlink:
        said.append(
            f"{name}: a click too many sends on the downlink, {on_downlink[0] / 1e6:.3f}: look at the slot before every PTT."
        )
    others = [s for s in found if s.hz not in on_downlink]
    if others:
        nearest = min(others, key=lambda s: s.away)
        clicks = "a click" if nearest.away == 1 else f"{nearest.away} clicks"
        said.append(
            f"{name}: {clicks} past slot {_text(plan, sender, nearest.slot)} it sends on {nearest.hz / 1e6:.3f}, another channel of yours: look at the slot before PTT."
        )
    return said


def _text(plan: PassPlan, part: Part, slot: str) -> str:
    return next(r.slot_text for r in plan.rows if r.radio == part.radio and r.slot == slot)


# -- arming ----------------------------------------------------------------------------------


def arming_steps(plan: PassPlan) -> list[dict[str, Any]]:
    """Return how a satellite with a timer is armed, step by step: what is done, on which slot, with which tone; empty without a timer."""
    link = plan.link
    if not link.arming_tone:
        return []
    arming = next((r for r in plan.rows if r.memory == ARMING), None)
    after = next(
        (r for r in plan.rows if arming and (r.radio, r.side) == (arming.radio, arming.side) and r.memory in (0, STAYS)), None
    )
    if arming is None or after is None:
        return []
    who = " ".join(x for x in (plan.radios[arming.radio].name if len(plan.radios) > 1 else "", arming.side or "") if x)
    return [
        {"say": f"{who} to slot {arming.slot_text}".strip(), "slot": arming.slot, "sends": False},
        {"say": f"PTT for 2 s: tone {link.arming_tone}", "slot": arming.slot, "sends": True},
        {"say": f"{who} back to slot {after.slot_text}, then call".strip(), "slot": after.slot, "sends": False},
    ]


def arming_words(plan: PassPlan) -> str:
    """Say how a satellite with a timer is armed: which radio and side, from which slot to which; empty for one without a timer."""
    link = plan.link
    if not link.arming_tone:
        return ""
    due = f"Its timer runs {round(link.timer_s / 60)} minutes: due again then, if it falls silent."
    steps = [s["say"] for s in arming_steps(plan)]
    if not steps:
        return f"If nobody is on it: send tone {link.arming_tone} for 2 s on the uplink, then the usual tone. {due}"
    return f"If nobody is on it: {'; '.join(steps)}. {due}"
