"""The tone chapter of a channel whose tone is not known: listen, search, put it on the send side.

The sheet cannot know the tone: it says "the tone found", and the operator notes what the
search stood still on.  Tones are searched for first; codes by the same ways where the
radio can.
"""

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes, key_for
from vocator.core.planning.setting_chapters import reverse_off, spoken
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.way_home import way_out
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Wait
from vocator.core.radio.screens import SearchScreen
from vocator.core.radio.state import Signal
from vocator.core.radio.twin import Twin

TRIED = {"find-tone": "136.5", "find-code": "125N", "hear-tone": "136.5", "hear-code": "125N"}
"""The tone and the code that a draft searches for, in place of the unknown one."""


def searching(twin: Twin, kind: str) -> SearchScreen:
    """Return the radio's search screen; raises Beyond where it has none for this kind."""
    screen = next((s for s in twin.screens if isinstance(s, SearchScreen)), None)
    if screen is None:
        nearest = "Set the radio's tone squelch and turn through the tones while somebody talks: the right one opens it."
        raise Beyond("tone search", "this radio has no tone search", nearest)
    if kind.endswith("code") and not screen.chain and screen.setting is not None:
        raise Beyond(
            "code search", "this radio searches for tones only", "Ask on the air, or use a radio that searches for codes."
        )
    return screen


def searched_setting(twin: Twin, screen: SearchScreen, kind: str) -> int:
    """Return the setting whose list the search goes through."""
    if screen.chain:
        return screen.chain[0 if kind.endswith("tone") else 1]
    if screen.setting is not None:
        return screen.setting
    found = twin.sides[2 if kind.endswith("tone") or twin.sides[2] in twin.holds_codes else 3]
    assert found is not None
    return found


def heard_on(goal: Goal, value: str) -> Signal:
    """Return the signal that carries a tone or code on the channel's receive frequency."""
    return Signal(goal.channel.rx_hz, None, value) if value[-1] in "NI" else Signal(goal.channel.rx_hz, value)


def find_tone(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Search for the tone that is heard and keep it where the radio's search puts it."""
    twin, screen = draft.twin, searching(draft.twin, goal.kind)
    setting = searched_setting(twin, screen, goal.kind)
    draft.state = draft.state._replace(signals=(heard_on(goal, TRIED[goal.kind]),))
    lists = [twin.settings[s] for s in screen.chain] or [twin.settings[setting]]
    most_s = sum(x.domain.count for x in lists) * screen.step_ms / 1000
    keep = key_for(screen, "keep_found")
    assert keep is not None
    at_rest = routes.presses(twin.vfo, "search", screen.name)
    if routes.presses(twin.vfo, "reverse") and not twin.reverse_icons:
        reverse_off(draft, routes, goal, ChapterKind.TONE)
    if at_rest is not None:
        if screen.needs is not None:
            set_all(
                draft,
                routes,
                {screen.needs[0]: screen.needs[1][0]},
                {screen.needs[0]: "the search works only so"},
                ChapterKind.TONE,
            )
        start = list(at_rest)
    else:
        draft.certain.discard(setting)
        set_all(draft, routes, {setting: 1}, {setting: "the search wants some value there first"}, ChapterKind.TONE, leave=False)
        via, key = routes.to_setting(setting), key_for(twin.screens[twin.profile.screen("value")], "search", screen.name)
        assert via is not None and key is not None
        start = [*routes.open_entry(via.list_screen, routes.cursor_at(draft.state, via.list_screen), via.entry), key]
    word = "code" if goal.kind.endswith("code") else "tone"
    draft.step(
        ChapterKind.TONE,
        [*start, f"wait {most_s:g}s"],
        say=f"Search while somebody talks; wait until it stands still, {most_s:.0f} s at most. Note what it shows",
        why="the repeater must send its tone, so somebody must be talking; you need not send",
        notes=True,
        branches=_branches(draft, screen, start, word, most_s),
    )
    draft.step(
        ChapterKind.TONE, [keep], say=f"It stands still: keep it, tap {keep}", why="if it goes on stepping, there is no such tone"
    )
    draft.certain.add(setting)


def _branches(draft: Draft, screen: SearchScreen, start: list[str], word: str, most_s: float) -> tuple[str, ...]:
    """Return what else may come of a search, with what to do then; what silence leaves is seen on the twin."""
    twin = draft.twin
    searching_now = draft.after(start)
    out = spoken(way_out(twin, searching_now)) or "leave it"
    codes = screen.setting is None and not screen.chain
    word = "tone or code" if screen.chain else word
    then = "look for the code by its own sheet" if word == "tone" and codes else "the repeater may want none: ask on the air"
    found = [f"It stands still: that is the {word}. Note it at once, before anything else",
             f"It still steps after {most_s:.0f} s of talking: there is no such {word}. {out[0].upper()}{out[1:]}; {then}"]  # fmt: skip
    if screen.quiet_ms:
        silent = twin.act(searching_now._replace(signals=()), Wait(screen.quiet_ms))[0]
        left = display(twin, silent)
        stands = "it is back at rest" if twin.at_rest(silent) else f"{left.main} stands there"
        found.append(
            f"Nobody talks any more and it falls out after {screen.quiet_ms / 1000:g} s: {stands}, nothing is kept. "
            "Begin this step again when somebody talks"
        )
    return tuple(found)
