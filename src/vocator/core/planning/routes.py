"""Routes: which presses lead to a screen, a verb or a setting, read off the bindings.

Nothing is listed per radio: a route is found over the screens, through layers and
lists, and comes back as written actions.
"""

from collections import deque
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from vocator.core.goals.effort import CLICK_S, DIGIT_S, TAP_S
from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.screens import Binding, Entry, LayerScreen, ListScreen, PageScreen, PanelScreen, Press, Screen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


@dataclass(frozen=True, slots=True)
class Via:
    """How something is reached: presses from rest, or a list that has an entry for it."""

    actions: tuple[str, ...] = ()
    list_screen: int = -1
    entry: int = -1


def press_text(press: Press) -> str:
    """Write a press as an action: ``[FN]``, ``[FN 1s]``, ``[PTT]+[FN]``, ``touch TONE``, a digit."""
    if press.key.startswith(TOUCH):
        return f"hold {press.key.removeprefix(TOUCH)} {press.ms / 1000:g}s" if press.kind == "hold" else press.key
    if press.kind == "tap":
        own = press.key if press.key.isdigit() and not press.held else f"[{press.key}]"
    else:
        own = f"[{press.key} {press.ms / 1000:g}s]"
    return f"[{press.held}]+{own}" if press.held else own


def binding_for(screen: Screen, verb: str, arg: str | None = None) -> Binding | None:
    """Return the first press on a screen that does a verb; taps come before holds."""
    fitting = [b for b in screen.bind if b.verb == verb and (arg is None or b.arg == arg)]
    return min(fitting, key=lambda b: b.press.kind != "tap", default=None)


def key_for(screen: Screen, verb: str, arg: str | None = None) -> str | None:
    """Return the action on a screen that does a verb, None where there is none."""
    binding = binding_for(screen, verb, arg)
    return press_text(binding.press) if binding else None


class Routes:
    """The routes of one radio."""

    def __init__(self, twin: Twin) -> None:
        self.twin = twin

    def presses(self, rest: int, verb: str, arg: str | None = None) -> tuple[str, ...] | None:
        """Return the presses from a rest screen, through layers and pages, to a verb."""
        queue: deque[tuple[int, tuple[str, ...]]] = deque([(rest, ())])
        seen = {rest}
        while queue:
            at, before = queue.popleft()
            for binding in self.twin.screens[at].bind:
                if binding.press.kind not in ("tap", "hold"):
                    continue
                if binding.mode and self.twin.profile.screen(binding.mode) != rest:
                    continue
                actions = (*before, press_text(binding.press))
                if binding.verb == verb and (arg is None or binding.arg == arg):
                    return actions
                if binding.verb in ("open", "page"):
                    to = self.twin.profile.screen(binding.arg)
                    if isinstance(self.twin.screens[to], (LayerScreen, PageScreen)) and to not in seen:
                        seen.add(to)
                        queue.append((to, actions))
        return None

    def to_screen(self, rest: int, screen: str) -> Via | None:
        """Return how a screen is opened from rest, by keys or through a list's entry."""
        actions = self.presses(rest, "open", screen)
        if actions is not None:
            return Via(actions)
        return self.to_entry(lambda e: e.screen == screen)

    def to_setting(self, setting: int) -> Via | None:
        """Return the list with an entry for a setting."""
        return self.to_entry(lambda e: e.setting == setting)

    def to_entry(self, fits: Callable[[Entry], bool]) -> Via | None:
        """Return the list with an entry that fits."""
        for index, screen in enumerate(self.twin.screens):
            if isinstance(screen, ListScreen):
                for at, entry in enumerate(screen.entries):
                    if fits(entry):
                        return Via(list_screen=index, entry=at)
        return None

    def panel_for(self, setting: int) -> tuple[int, Binding] | None:
        """Return the panel with a button for a setting, and what the button does."""
        name = self.twin.settings[setting].name
        for index, screen in enumerate(self.twin.screens):
            if isinstance(screen, PanelScreen):
                for binding in screen.bind:
                    if binding.verb in ("step", "open_value", "take_value") and binding.arg.partition("=")[0] == name:
                        return index, binding
        return None

    def mode_keys(self, rest: int, target: int, unit: int) -> tuple[str, ...]:
        """Return the keys that take a unit from one rest screen to another, the fewest."""
        queue: deque[tuple[int, tuple[str, ...]]] = deque([(rest, ())])
        seen = {rest}
        while queue:
            at, before = queue.popleft()
            if at == target:
                return before
            for binding in sorted(self.twin.screens[at].bind, key=lambda b: b.press.kind != "tap"):
                own = binding.verb == "toggle_mode" and binding.arg == self.twin.profile.units[unit]
                if binding.verb != "mode" and not own:
                    continue
                other = self.twin.memory if at == self.twin.vfo else self.twin.vfo
                to = other if own else self.twin.profile.screen(binding.arg)
                if to not in seen:
                    seen.add(to)
                    queue.append((to, (*before, press_text(binding.press))))
        raise AssertionError(f"nothing leads to {self.twin.screens[target].name}")

    # -- lists -------------------------------------------------------------------------

    def go_to_list(self, s: State, target: int) -> list[str]:
        """Return the actions that lead from a state, at rest or in some list, to a list."""
        trail = [x for x in (*s.stack, s.screen) if isinstance(self.twin.screens[x], ListScreen)]
        down = [target]
        while down[0] not in trail and not self._opens(s, down[0]):
            via = self.to_entry(lambda e: e.screen == self.twin.screens[down[0]].name)
            assert via is not None, f"{self.twin.screens[down[0]].name} cannot be opened"
            down.insert(0, via.list_screen)
        actions: list[str] = []
        if down[0] in trail:
            for at in reversed(trail[trail.index(down[0]) + 1 :]):
                back = key_for(self.twin.screens[at], "back")
                assert back is not None
                actions.append(back)
        else:
            actions += self._opens(s, down[0]) or ()
        for parent, child in pairwise(down):
            name = self.twin.screens[child].name
            entry = next(i for i, e in enumerate(self.twin.list_at(parent).entries) if e.screen == name)
            actions += self.open_entry(parent, self.cursor_at(s, parent), entry)
        return actions

    def _opens(self, s: State, list_screen: int) -> tuple[str, ...] | None:
        if not self.twin.at_rest(s):
            return None
        return self.presses(s.modes[s.unit], "open", self.twin.screens[list_screen].name)

    def cursor_at(self, s: State, list_screen: int) -> int:
        """Return the entry that a list will stand at when it is come to from a state."""
        if s.screen == list_screen:
            return s.cursor
        if list_screen in s.stack or self.twin.list_at(list_screen).remembers:
            return s.cursors[list_screen]
        return 0

    def leave_list(self, s: State) -> list[str]:
        """Return the actions that lead from a list to rest: one key, or back level by level."""
        screen = self.twin.screens[s.screen]
        home = key_for(screen, "home")
        if home is not None:
            return [home]
        trail = [x for x in (*s.stack, s.screen) if isinstance(self.twin.screens[x], ListScreen)]
        keys = [key_for(self.twin.screens[x], "back") for x in reversed(trail)]
        assert all(keys), f"{screen.name} cannot be left"
        return [k for k in keys if k]

    def open_entry(self, list_screen: int, at: int, to: int) -> list[str]:
        """Return the actions that open an entry: a touch, or marking it and the key that opens."""
        screen = self.twin.list_at(list_screen)
        name = screen.entries[to].name
        if screen.touched and name in self.twin.profile.touches:
            return [f"touch {name}"]
        open_key = key_for(screen, "open_entry")
        number = screen.entries[to].number
        if screen.opens and number and binding_for(screen, "type") and (not screen.digit_ms or len(number) > 1):
            return [number]
        assert open_key is not None
        go = self.go_to_entry(list_screen, at, to)
        return [*([go] if go and not (at == to == 0 and len(screen.entries) == 1) else []), open_key]

    def go_to_entry(self, list_screen: int, at: int, to: int) -> str | None:
        """Return the action that marks an entry: its number, or a turn until its name."""
        screen = self.twin.list_at(list_screen)
        if screen.digits:
            return screen.entries[to].number
        return self.until(list_screen, "scroll", at, to, len(screen.entries), screen.wraps, screen.entries[to].name)

    def list_move_s(self, list_screen: int, at: int, to: int) -> float:
        """Return the effort of going from one entry to another, in seconds."""
        screen = self.twin.list_at(list_screen)
        count = len(screen.entries)
        apart = abs(to - at)
        clicks = min(apart, count - apart) if screen.wraps else apart
        turned = clicks * self.click_s(list_screen, "scroll") + (0.3 if clicks else 0)
        typed = len(screen.entries[to].number) * DIGIT_S if screen.digits else turned
        return min(turned, typed)

    # -- turning -----------------------------------------------------------------------

    def _dial(self, screen: int, verb: str) -> str | None:
        if not self.twin.profile.panel.get("has_dial"):
            return None
        return next((dial for dial, handler in self.twin.tables[screen].turns.items() if handler.name == verb), None)

    def turner(self, screen: int, verb: str, direction: int) -> str:
        """Return what turns on a screen: ``DIAL``, ``DIAL-``, ``UP`` or ``DOWN``."""
        dial = self._dial(screen, verb)
        if dial is not None:
            return dial + ("" if direction > 0 else "-")
        taps = {key: handler.clicks for key, handler in self.twin.tables[screen].taps.items() if handler.name == verb}
        own = next((key for key, clicks in taps.items() if clicks == direction), None) or next(iter(taps), None)
        assert own is not None, f"{self.twin.screens[screen].name}: no key does {verb}"
        return own if own in ("UP", "DOWN") else f"[{own}]"

    def click_s(self, screen: int, verb: str) -> float:
        """Return the effort of one click or tap of what turns, in seconds."""
        return CLICK_S if self._dial(screen, verb) is not None else TAP_S

    def until(
        self, screen: int, verb: str, at: int, to: int, count: int, wraps: bool, text: str, prefer_back: bool = False
    ) -> str:
        """Return the turn that reaches ``text`` with the fewest clicks from ``at``."""
        ahead = (to - at) % count if wraps else to - at
        forward = not prefer_back and (ahead <= count - ahead if wraps else ahead >= 0)
        return f"{self.turner(screen, verb, 1 if forward else -1)} until {text}"
