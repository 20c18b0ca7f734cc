"""Why does it not open: a slot with one fault, on the twin; nothing comes back when it calls, and looks at the radio tell why."""

from dataclasses import replace
from functools import partial
from itertools import combinations

from vocator.core.channel.channel import ToneUse, tone_use
from vocator.core.drill.exercise import CHOICES, TONES, Draw, Exercise, goal_for, pick, said, sample
from vocator.core.drill.items import SILENT, setting_names
from vocator.core.goals.effort import LOOK_S, TAP_S
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.exploration import in_memory_mode, presses
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.proving.operator import follow
from vocator.core.radio.actions import read_lines
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Input, Turn
from vocator.core.radio.perform import Tally, UntilFailed, perform
from vocator.core.radio.screens import Entry, ListScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

NOT_SENT, OTHER_TONE = "the tone is not sent", "another tone is sent"
OTHER_SIGN, NO_SHIFT = "the sign is the other one", "there is no shift"
NOTHING = "all is as the listing says: look at antenna and place"


def silent(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    """Return a slot with one fault, or none; None where no few looks tell the faults that are offered apart; raises Beyond."""
    goal = goal_for(twin, rng)
    if goal is None or goal.channel.is_simplex or goal.channel.tx_hz is None or goal.channel.tone.tone_tx is None:
        return None
    right = goal.channel
    assert right.tx_hz is not None
    other = pick(rng, [t for t in TONES if t != right.tone.tone_tx])
    faults = {
        NOT_SENT: replace(right, tone=ToneUse()), OTHER_TONE: replace(right, tone=tone_use(other, None)),
        OTHER_SIGN: replace(right, tx_hz=2 * right.rx_hz - right.tx_hz), NO_SHIFT: replace(right, tx_hz=right.rx_hz), NOTHING: right,
    }  # fmt: skip
    states: dict[str, State] = {}
    for words, channel in faults.items():
        end = follow(twin, plan(twin, replace(goal, channel=channel)), twin.start, keep_frames=False).state
        states[words] = in_memory_mode(twin, end, goal.slot)
    offered = sample(rng, list(faults), CHOICES)
    fewest = _fewest(twin, [states[words] for words in offered])
    if fewest is None:
        return None
    is_so = pick(rng, offered)
    asked = f"The listing says {said(right)}. You are in slot {twin.profile.slot_text(goal.slot)}, you call, and nothing comes back. Look: what is wrong?"
    why = "what stands on the display tells it" if not fewest else f"{fewest} presses show enough to tell it"
    why += "; sign and tone use are looked at before antenna and place"
    usual = CHOICES * LOOK_S + fewest * (TAP_S + LOOK_S)
    return Exercise(SILENT, seed, asked, usual, states[is_so], choices=tuple(offered), right=is_so, why=why, fewest=fewest)


def _fewest(twin: Twin, states: list[State]) -> int | None:
    """Return how few presses show enough to tell the states apart: none, one, or those that open one or two entries; None where none do."""
    shown = [(display(twin, s).text,) for s in states]
    if len(set(shown)) == len(states):
        return 0
    inputs: list[Input] = [*presses(twin), *(Turn(dial, n) for dial in twin.profile.dials for n in (1, -1))]
    for given in inputs:
        if len({(*seen, display(twin, twin.act(s, given)[0]).text) for seen, s in zip(shown, states, strict=True)}) == len(
            states
        ):
            return 1
    looks = [look for n in map(twin.profile.setting_named, setting_names(twin)) if (look := _look(twin, states, n)) is not None]
    told: list[int] = []
    for some in (*combinations(looks, 1), *combinations(looks, 2)):
        texts = {(*seen, *(cut[n] for _, cut in some)) for n, seen in enumerate(shown)}
        told += [sum(keys for keys, _ in some)] if len(texts) == len(states) else []
    return min(told, default=None)


def _look(twin: Twin, states: list[State], setting: int) -> tuple[int, list[str]] | None:
    """Return the presses that open a setting, and what each state shows then; None where it is not opened from there."""
    opening = _opening(twin, states[0], setting)
    if opening is None:
        return None
    draft = Draft(twin, states[0])
    try:
        draft.step(ChapterKind.READ_BACK, opening)
    except UntilFailed:
        return None
    keys = draft.chapters()[0].steps[0].actions
    shown, pressed = [], 0
    try:
        for state in states:
            tally = Tally()
            for action in read_lines(twin.profile, keys):
                state = perform(twin, state, action, tally).state
            if state.opened != setting and not isinstance(twin.screens[state.screen], ListScreen):
                return None
            shown.append(display(twin, state).text)
            pressed = tally.taps + tally.digits + tally.clicks + tally.holds + tally.touches
    except UntilFailed:
        return None
    return pressed, shown


def _opening(twin: Twin, state: State, setting: int) -> list[str] | tuple[str, ...] | None:
    routes = Routes(twin)
    if (own := routes.presses(twin.memory, "open_value", twin.settings[setting].name)) is not None:
        return own
    via = at = routes.to_setting(setting)
    while at is not None and routes.presses(twin.memory, "open", twin.screens[at.list_screen].name) is None:
        name = twin.screens[at.list_screen].name
        at = routes.to_entry(partial(_leads_to, name))
    if via is None or at is None:  # memory mode does not open it
        return None
    opening, cursor = routes.go_to_list(state, via.list_screen), routes.cursor_at(state, via.list_screen)
    if not twin.list_at(via.list_screen).live:
        return [*opening, *routes.open_entry(via.list_screen, cursor, via.entry)]
    go = routes.go_to_entry(via.list_screen, cursor, via.entry)
    return [*opening, *([go] if go else [])]


def _leads_to(name: str, entry: Entry) -> bool:
    return entry.screen == name
