"""Give a free key an entry that it opens at once."""

from collections.abc import Iterable
from dataclasses import replace
from typing import ClassVar

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import Asked, Asks, Choose
from vocator.core.goals.sheet import Change, ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.of_radio import OfRadio
from vocator.core.planning.routes import Routes, press_text
from vocator.core.planning.setting_chapters import ready, spoken
from vocator.core.planning.way_home import way_out
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin

WORTH_ASSIGNING = (Means.TONE, Means.SEND_TONE, Means.SHIFT)
"""What owners who program a whole area put on free keys."""


class Assign(OfRadio):
    """A free key opens an entry from then on; the goal's ``key`` reads ``P3=CTCSS``."""

    word: ClassVar[str] = "assign"
    name: ClassVar[str] = "assign a free key"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.KEY,)
    button: ClassVar[str] = "Assign a free key"
    reason: ClassVar[str] = (
        'the key then opens the tone at once; it pays after some channels, and "Many channels…" says after how many'
    )

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for a key and an entry, ``P3=CTCSS``, or the usual one of them; raises Beyond."""
        key, setting = free_key(twin, asked.text)
        return replace(super().goal(twin, asked), key=f"{key}={twin.settings[setting].name}")

    def title(self, goal: Goal, line: str) -> str:
        """Return which key is given which entry."""
        return f"{self.name} {goal.key}"

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Open the entry and hold the key."""
        key, setting = free_key(draft.twin, goal.key)
        ready(draft, routes, goal)
        _assign(draft, routes, key, setting)
        return (), ()

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return each key with each entry worth it."""
        worth = [twin.settings[s].name for m in WORTH_ASSIGNING for s in twin.profile.settings_for(m)]
        return tuple(f"{key}={name}" for key in twin.profile.free_keys for name in worth) if asks is Asks.KEY else ()

    def example(self, twin: Twin, goal: Goal, choose: Choose) -> Goal:
        """Return an example for any key and one of the entries that are worth it."""
        opened = [s for m in (Means.TONE, Means.SHIFT, Means.TONE_USE) if (s := twin.profile.setting_for(m)) is not None]
        keys = twin.profile.free_keys
        key = f"{choose(keys)}={twin.settings[choose(opened)].name}" if keys else ""
        return replace(goal, kind=self.word, key=key)


def free_key(twin: Twin, word: str) -> tuple[str, int]:
    """Return a free key and what it shall open, read from ``P3`` or ``P3=CTCSS``; raises Beyond."""
    if not twin.profile.free_keys:
        raise Beyond("free keys", "this radio has no keys to assign", "Use the list; it remembers the last entry.")
    key, _, name = word.partition("=")
    usual = next(s for m in WORTH_ASSIGNING for s in twin.profile.settings_for(m))
    key = key or twin.profile.free_keys[0]
    setting = next((i for i, s in enumerate(twin.settings) if s.name == name), None) if name else usual
    if key not in twin.profile.free_keys or setting is None:
        allowed = ", ".join(twin.profile.free_keys)
        raise Beyond(
            "free keys", f"{word} is none of {allowed}, or names no entry of this radio", f"Say for example {allowed[:2]}."
        )
    return key, setting


def _assign(draft: Draft, routes: Routes, key: str, setting: int) -> None:
    twin = draft.twin
    via = routes.to_setting(setting)
    value = twin.screens[twin.profile.screen("value")]
    press = next(b.press for b in value.bind if b.verb == "assign" and b.arg == key)
    assert via is not None
    name = twin.settings[setting].name
    opening = routes.go_to_list(draft.state, via.list_screen)
    open_entry = routes.open_entry(via.list_screen, routes.cursor_at(draft.state, via.list_screen), via.entry)
    draft.step(ChapterKind.SET, [*opening, *open_entry], shows=name, say=f"Open {name}", why=f"{key} shall open it at once")
    said = twin.profile.common.assigned
    why = f"from now on {key}, tapped at rest, opens {name}"
    draft.step(ChapterKind.SET, [press_text(press)], shows=said, say=f"Hold {key}: {said}", why=why)
    back = next(b.press for b in value.bind if b.verb in ("back", "back_to_list"))
    draft.step(
        ChapterKind.SET, [press_text(back)], say=f"Leave the value: {press_text(back)}", why="the value itself stays as it was"
    )
    leave_list(draft, routes, ChapterKind.SET, "the key is assigned")
    draft.step(
        ChapterKind.READ_BACK, [f"[{key}]"], shows=name, say=f"Tap {key} once: {name} opens", why="so it is given to the key"
    )
    out = way_out(twin, draft.state)
    draft.step(ChapterKind.READ_BACK, out, say=f"Leave {name}: {spoken(out)}", why="nothing is changed")


KINDS = (Assign(),)
