"""What a sheet's steps rest on: which press does something on which screen, which lists hold an entry, which times were kept.

Whoever does a step and finds what is drawn has seen these on the own radio.
"""

import hashlib
from collections.abc import Iterable

from vocator.core.goals.sheet import FOUND
from vocator.core.proving.operator import Frame
from vocator.core.radio.actions import Until
from vocator.core.radio.inputs import Chord, Hear, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.perform import actions_of, perform
from vocator.core.radio.screens import ListScreen, Press, Screen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


def claims_of(twin: Twin, start: State, frames: Iterable[Frame]) -> list[list[str]]:
    """Return for each step of a run what it rests on, as ``screen: press #mark``; nothing for one that was not done.

    The mark hangs on what the profile says of that press, so that a claim which is mended is another one.
    """
    found, state = [], start
    for frame in frames:
        own: dict[str, None] = {}
        for text in frame.step.actions if frame.done else ():
            if FOUND in text:
                continue
            for action in actions_of(twin, text):
                screen = twin.screens[state.screen]
                if isinstance(action, Until):
                    turned = _claim(screen, action.inputs[-1])
                    entry = (
                        _mark(screen, f"entry {action.until}", screen.shows)
                        if isinstance(screen, ListScreen) and screen.entries
                        else None
                    )
                    own |= {c: None for c in (turned, entry) if c}
                    state = perform(twin, state, action).state
                    continue
                for given in action.inputs:
                    claim = _claim(twin.screens[state.screen], given)
                    own |= {claim: None} if claim else {}
                    state, _ = twin.act(state, given)
        found.append(list(own))
        state = frame.state
    return found


def _claim(screen: Screen, given: Input) -> str | None:
    """Return what an input on a screen rests on, None for one that rests on nothing of the radio."""
    if isinstance(given, Hear):
        return None
    if isinstance(given, Wait):
        return _mark(screen, "closes by itself", f"{screen.quiet_ms} {screen.window}")
    if isinstance(given, Type):
        return _mark(screen, "typed letters", screen.kind)
    if isinstance(given, Tap) and (given.key.isdigit() or given.key == "."):
        return _mark(screen, "digits", _typing(screen))
    words, key = _words(given)
    bound = sorted(repr(b) for b in screen.bind if _is_of(b.press, given, key))
    return _mark(screen, words, f"{screen.kind} {bound}")


def _words(given: Tap | Hold | Turn | Chord) -> tuple[str, str]:
    if isinstance(given, Chord):
        words, key = _words(given.then)
        return f"{given.held} with {words}", key
    if isinstance(given, Hold):
        return f"hold {given.key} {given.ms / 1000:g} s", given.key
    if isinstance(given, Turn):
        return f"turn {given.dial}", given.dial
    return f"tap {given.key}", given.key


def _is_of(press: Press, given: Input, key: str) -> bool:
    held = given.held if isinstance(given, Chord) else ""
    inner = given.then if isinstance(given, Chord) else given
    kinds = ("hold",) if isinstance(inner, Hold) else ("turn",) if isinstance(inner, Turn) else ("tap", "pair")
    return press.held == held and press.kind in kinds and key in press.key.split("/")


def _typing(screen: Screen) -> str:
    """Return what typing on a screen rests on: evidence that was kept is found again by these words."""
    own = (getattr(screen, name, usual) for name, usual in (("digits", 0), ("fill_half", False), ("grid", "typed")))
    return " ".join(str(x) for x in (screen.kind, *own))


def _mark(screen: Screen, words: str, rests_on: str) -> str:
    return f"{screen.name}: {words} #{hashlib.sha256(rests_on.encode()).hexdigest()[:6]}"
