"""Make a sheet: resolve, plan, prove; what is not proven is not given out."""

from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from typing import Any

from vocator.core.batch.batch import short_way
from vocator.core.channel.channel import Channel, megahertz
from vocator.core.channel.resolution import Resolution
from vocator.core.goals.effort import seconds
from vocator.core.goals.goal import Beyond, Goal, fit_label, lowest_power, power_word, slot_of
from vocator.core.goals.kind import Asked, Asks
from vocator.core.goals.never_send import never_sent
from vocator.core.goals.sheet import FOUND, Sheet, Step
from vocator.core.planning.kinds import KINDS
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.operator import Run, follow
from vocator.core.proving.prover import Proof, Verdict, prove
from vocator.core.proving.readings import rests_on
from vocator.core.radio.actions import ActionError
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.start import StartError, check_start, start_state
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.files.region_yaml import load_region
from vocator.usecases.errors import Doubtful, NotFound, Unproven
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.twin.twins import readings_of, twin_of


@dataclass(frozen=True, slots=True)
class SheetRequest:
    """What is asked for; the fields are the options of ``vocator sheet``.

    Without a ``label`` the slot takes the name that stands in the line; an empty one leaves it out.  ``after`` holds the fields of the request whose sheet was carried out last on this radio:
    the short way counts on what it left.  ``replace`` says that what the slot holds is meant to go, ``replace_slots`` of which slots of
    a list of channels.
    """

    model: str
    slot: str
    line: str = ""
    label: str | None = None
    power: str | None = None
    receive: str = "open"
    row: str | None = None
    region: str = "r2"
    firmware: str | None = None
    way: str = "long"
    start: dict[str, Any] | None = None
    goal: str = "store"
    may_send: bool = False
    after: dict[str, Any] | None = None
    proof: str = "quick"
    never_send: bool = False
    replace: bool = False
    replace_slots: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, eq=False)
class MadeSheet:
    """A proven sheet with its proof, its run from the given start, and its resolution."""

    twin: Twin
    goal: Goal
    sheet: Sheet
    proof: Proof
    run: Run
    resolution: Resolution | None
    start: State
    heard: str | None = None

    def as_dict(self, to_read: bool = False) -> dict[str, Any]:
        """Return the form that the command line speaks; ``to_read`` has what leaves a slot in place of keys whose loss is not meant."""
        tally = self.run.tally
        profile = self.twin.profile
        return {
            "model": profile.model,
            "firmware": profile.firmware,
            "goal": {
                "slot": profile.slot_key(self.goal.slot),
                "channel": self.goal.channel.as_dict(),
                "label": self.goal.channel.label,
            },
            "proof": proof_dict(self.proof),
            "counts": {
                "taps": tally.taps,
                "holds": tally.holds,
                "clicks": tally.clicks,
                "digits": tally.digits,
                "touches": tally.touches,
                "seconds": round(seconds(tally, self.run.looks), 1),
            },
            "changes": [c.as_dict() for c in self.sheet.changes],
            "limits": list(self.sheet.limits),
            "chapters": [{"title": str(c.kind), "steps": [s.as_dict(to_read) for s in c.steps]} for c in self.told().chapters],
        }

    def told(self) -> Sheet:
        """Return the sheet with the tone found in its place, where the start has it on the air."""
        if self.heard is None:
            return self.sheet
        heard = self.heard
        chapters = [replace(c, steps=tuple(_with_found(s, heard) for s in c.steps)) for c in self.sheet.chapters]
        return replace(self.sheet, chapters=tuple(chapters))


def proof_dict(proof: Proof) -> dict[str, Any]:
    """Return what is said of a proof; the power of ten only where it is one from every state."""
    states = round(proof.states_log10) if proof.complete and proof.states_log10 is not None else None
    return {"verdict": str(proof.verdict), "starts": proof.starts, "complete": proof.complete, "states_log10": states}


def _with_found(step: Step, heard: str) -> Step:
    return replace(step, actions=tuple(a.replace(FOUND, heard) for a in step.actions), say=step.say.replace(FOUND, heard))


def beyond_dict(request: SheetRequest, beyond: Beyond) -> dict[str, Any]:
    """Return the answer for a goal beyond the radio."""
    profile = twin_of(request.model, request.firmware, request.region).profile
    return {
        "model": profile.model,
        "firmware": profile.firmware,
        "proof": {"verdict": "beyond", "part": beyond.part, "why": beyond.why, "nearest": beyond.nearest},
        "chapters": [],
    }


def check_request(request: SheetRequest, twin: Twin) -> None:
    if request.goal not in KINDS:
        raise NotFound(f"goal {request.goal!r}", ", ".join(KINDS))
    if request.way not in ("long", "short"):
        raise NotFound(f"way {request.way!r}", "long, short")
    if request.proof not in ("quick", "complete"):
        raise NotFound(f"proof {request.proof!r}", "quick, complete")
    if request.row is not None and (request.row not in twin.profile.units or len(twin.profile.units) < 2):
        units = ", ".join(twin.profile.units) if len(twin.profile.units) > 1 else "none on this radio"
        raise NotFound(f"row {request.row!r}", units)


def _only_heard(twin: Twin, channel: Channel, power: str | None, never_send: bool) -> tuple[str | None, Channel, str]:
    """Return power and channel for a slot that is only to be heard, with what is said of it."""
    if not twin.profile.may_send(channel.rx_hz):
        return power, channel, "receive only: this radio does not send there"
    power = lowest_power(twin) or power
    if never_send and (safe := never_sent(twin, channel)):
        to = megahertz(safe.tx_hz or 0)
        return power, safe, f"the shift leads to {to}, where this radio does not send: PTT sends nothing from this slot"
    words = f"receive only, but this radio would send on {megahertz(channel.rx_hz)}: keep off PTT; lowest power is set"
    return power, channel, words


def _held(request: SheetRequest, slot: str) -> dict[str, Any] | None:
    """Return the channel that a slot holds at the start; raises StartError for a start that is none."""
    check_start(request.start or {})
    return ((request.start or {}).get("memory") or {}).get(slot)


def goal_of(request: SheetRequest, twin: Twin) -> tuple[Goal, Resolution | None]:
    """Return the goal of a request; raises Refusal, Doubtful."""
    kind = KINDS[request.goal]
    slot = slot_of(twin.profile, request.slot) if Asks.SLOT in kind.asks else 0
    if Asks.LINE not in kind.asks:
        return kind.goal(twin, Asked(slot, request.line, request.label or "", request.row)), None
    resolution = resolve_line(request.line, request.region, request.receive)
    if resolution.doubts:
        raise Doubtful(resolution.as_dict())
    channel = kind.channel(resolution.channel)
    notes = ["1750 Hz is sent with a key at the start of a call; it is never stored"] if resolution.burst else []
    power, asked = power_word(twin, request.power or resolution.power_word)
    if resolution.receive_only:
        channel = replace(channel, tx_hz=channel.rx_hz)
        power, channel, note = _only_heard(twin, channel, power, request.never_send)
        notes.append(note)
    label, label_notes = fit_label(
        twin.profile, channel.label if request.label is None else request.label.strip(), bool(request.label)
    )
    if power is not None and twin.power not in twin.stored_place:
        if asked:
            notes.append(f"power {power} is not stored with a channel on this radio: set it before you send")
        power = None
    reasons = {
        **resolution.reasons,
        "power": f"{'as asked' if asked else 'the highest, unless asked otherwise'}; stored with the channel: it stays so in memory mode",
    }
    plan = load_region(request.region)
    satellite = any(plan.satellite_span(hz) for hz in (channel.rx_hz, channel.tx_hz or channel.rx_hz))
    held = _held(request, twin.profile.slot_key(slot))
    if held and Asks.SLOT in kind.asks:
        notes.append(_changed(held, replace(channel, power=power, label=label).as_dict()))
    goal = Goal(
        slot,
        replace(channel, power=power, label=label),
        resolution.receive_only,
        request.may_send and not resolution.receive_only and not satellite,
        request.row,
        reasons,
        tuple([*notes, *label_notes]),
        request.goal,
        burst=resolution.burst,
        satellite=satellite,
        replaces=request.replace,
    )
    return goal, resolution


def lesser_goal(request: SheetRequest) -> tuple[str, str] | None:
    """Return the goal that is enough for a slot known to hold nearly what is asked for, and why; None where all must be stored."""
    twin = twin_of(request.model, request.firmware, request.region)
    held = _held(request, twin.profile.slot_key(slot_of(twin.profile, request.slot)))
    if not held:
        return None
    channel = goal_of(request, twin)[0].channel
    differ = _differing(held, channel.as_dict())
    if not differ:
        return "read-back", "the slot is known to hold just this"
    if differ == ["label"] and channel.label:
        return "rename", "only the label differs"
    if "receive" not in differ and "label" not in differ and twin.profile.edits_slots:
        return "change", "memory mode of this radio changes a stored channel at once"
    return None


def _differing(held: dict[str, Any], wanted: dict[str, Any]) -> list[str]:
    """Name the parts in which what a slot holds differs from what is wanted."""
    names = {"rx_hz": "receive", "tx_hz": "send", "width": "width", "power": "power", "label": "label"}
    differ = [word for part, word in names.items() if held.get(part) != wanted.get(part)]
    tones = ("tone_mode", "tone_tx", "tone_rx", "dcs_tx", "dcs_rx")
    differ += ["tone"] if any(held.get(part) != wanted.get(part) for part in tones) else []
    return differ


def _changed(held: dict[str, Any], wanted: dict[str, Any]) -> str:
    """Say what a known slot keeps and what changes; a slot is written as a whole."""
    differ = _differing(held, wanted)
    if not differ:
        return "the slot is known to hold just this: a read-back would do"
    if differ == ["label"]:
        return "only the label changes; this sheet stores all anew"
    return f"the slot is known to hold another channel; changed: {', '.join(differ)}. A slot is written as a whole, so all is stored anew"


_made: OrderedDict[str, MadeSheet] = OrderedDict()
MOST_KEPT = 500


def make_sheet(request: SheetRequest) -> MadeSheet:
    """Return a proven sheet.

    Raises Refusal (the request contradicts itself or the radio), Doubtful (something must
    be asked), Beyond (the radio cannot), Unproven (the prover refuted it), NotFound, StartError.
    """
    twin = twin_of(request.model, request.firmware, request.region)
    key = f"{id(twin)} {request!r}"  # a profile of one's own may have been taken anew under its old name
    if key in _made:
        _made.move_to_end(key)
        return _made[key]
    check_request(request, twin)
    goal, resolution = goal_of(request, twin)
    start = start_state(twin, request.start) if request.start else None
    if request.way == "short" and request.after is not None:
        made = _after_last(request, twin, goal, resolution, start or twin.start)
        _made[key] = made
        return made
    known = start if request.way == "short" else None
    sheet, proof = _proven(twin, goal, known, request.proof)
    begin = _counting_start(twin, goal, start)
    sheet = _with_unknowns(request, twin, sheet, goal, begin)
    if request.way == "short" and known is None:
        sheet = replace(
            sheet,
            limits=(
                *sheet.limits,
                "nothing is known of the radio that a short way could count on: this is the long one; give its state with --start",
            ),
        )
    on_air = [x.ctcss or x.dcs for x in begin.signals if x.rx_hz == goal.channel.rx_hz and start is not None]
    heard = on_air[0] if on_air and KINDS[goal.kind].sought else None
    made = MadeSheet(twin, goal, sheet, proof, follow(twin, sheet, begin), resolution, begin, heard)
    _made[key] = made
    if len(_made) > MOST_KEPT:
        _made.popitem(last=False)
    return made


def _with_unknowns(request: SheetRequest, twin: Twin, sheet: Sheet, goal: Goal, begin: State) -> Sheet:
    """Mark the steps that rest on what the manual does not promise, and say among the limits what hangs on it."""
    known = readings_of(request.model, request.firmware, request.region)
    if not known:
        return sheet
    steps, limits = sheet.steps(), list(sheet.limits)
    for rest in rests_on(twin, [other for _, other in known], sheet, goal, begin):
        reading = known[rest.number][0]
        then = f"step {rest.step + 1} shows it" if rest.step >= 0 else "try it first"
        fails = f"this sheet fails ({rest.seen})" if rest.fails else f"it shows {rest.seen}"
        limits.append(f"{reading.where} is {reading.likeliest} here: {reading.why}; if it is {reading.text}, {fails}; {then}")
        if rest.step >= 0:
            unsure = f"{reading.why}: {reading.where} may be {reading.text}"
            steps[rest.step] = replace(steps[rest.step], unsure="; ".join(x for x in (steps[rest.step].unsure, unsure) if x))
    if limits == list(sheet.limits):
        return sheet
    made = iter(steps)
    chapters = tuple(replace(c, steps=tuple(next(made) for _ in c.steps)) for c in sheet.chapters)
    return replace(sheet, chapters=chapters, limits=tuple(limits))


NOT_DESCRIBED = (
    AssertionError,
    ArithmeticError,
    LookupError,
    RuntimeError,
    StopIteration,
    TypeError,
    ValueError,
    StartError,
    ActionError,
    UntilFailed,
)
"""What planning may fail with where a profile lacks what a sheet counts on."""


def what_is_lacking(error: Exception) -> str:
    """Return in words what planning failed with: its own sentence where it has one, never Python's."""
    said = str(error) if isinstance(error, (AssertionError, StartError, ActionError, UntilFailed)) else ""
    return said or "something that it counts on is not described, or otherwise than it counts on"


@contextmanager
def as_described(twin: Twin) -> Iterator[None]:
    """Let what a profile of one's own lacks be beyond that radio; in one that ships it is a fault of ours."""
    try:
        yield
    except NOT_DESCRIBED as error:
        if twin.profile.model in model_names():
            raise
        raise Beyond(
            "profile",
            f"no way is found with it: {what_is_lacking(error)}",
            "Complete it: ./vocator profile check FILE names what is missing.",
        ) from error


def _proven(twin: Twin, goal: Goal, known: State | None, proof: str) -> tuple[Sheet, Proof]:
    """Plan and prove; raises Beyond, Unproven."""
    with as_described(twin):
        sheet = plan(twin, goal, known)
        found = prove(twin, sheet, goal, [("the state given", known)] if known else None)
        if proof == "complete" and known is None:
            found = prove_from_every_state(twin, sheet, goal, found)
    if found.verdict is not Verdict.PROVEN:
        raise Unproven(found.start, found.step, found.seen)
    return sheet, found


def _after_last(request: SheetRequest, twin: Twin, goal: Goal, resolution: Resolution | None, start: State) -> MadeSheet:
    """Make the short way after the sheet that was carried out last."""
    before, _ = goal_of(SheetRequest(**{**(request.after or {}), "way": "long", "after": None}), twin)
    sheet, proof, begin = short_way(twin, before, goal, start)
    if proof.verdict is not Verdict.PROVEN:
        raise Unproven(proof.start, proof.step, proof.seen)
    return MadeSheet(twin, goal, sheet, proof, follow(twin, sheet, begin), resolution, begin)


def _counting_start(twin: Twin, goal: Goal, start: State | None) -> State:
    """Return the given start, else a set as new, whose run gives counts and frames."""
    return KINDS[goal.kind].start(twin, goal, start or twin.start)


__all__ = ["MadeSheet", "SheetRequest", "StartError", "beyond_dict", "goal_of", "make_sheet"]
