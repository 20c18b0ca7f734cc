"""Routes: which presses lead to a screen, a verb or a setting, read off the bindings.

Nothing is listed per radio: a route is found over the screens, through layers and
lists, and comes back as written actions.
"""

from collections import deque
from dataclasses import dataclass

from vocator.core.keying.effort import CLICK_S, DIGIT_S, TAP_S
from vocator.core.radio.profile import Binding, Press, Screen
from vocator.core.radio.twin import Twin


@dataclass(frozen=True, slots=True)
class Via:
    """How something is reached: presses from rest, or a list that has an entry for it."""

    actions: tuple[str, ...] = ()
    list_screen: int = -1
    entry: int = -1


def press_text(press: Press) -> str:
    """Write a press as an action: ``[FN]``, ``[FN 1s]``, ``[PTT]+[FN]``, a digit."""
    if press.kind == "tap":
        own = press.key if press.key.isdigit() and not press.held else f"[{press.key}]"
    else:
        own = f"[{press.key} {press.ms // 1000}s]"
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
        """Return the presses from a rest screen, through layers, to a verb."""
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
                if binding.verb == "open":
                    to = self.twin.profile.screen(binding.arg)
                    if self.twin.screens[to].kind == "layer" and to not in seen:
                        seen.add(to)
                        queue.append((to, actions))
        return None

    def to_screen(self, rest: int, screen: str) -> Via | None:
        """Return how a screen is opened from rest, by keys or through a list's entry."""
        actions = self.presses(rest, "open", screen)
        if actions is not None:
            return Via(actions)
        return self._entry(lambda e: e.screen == screen)

    def to_setting(self, setting: int) -> Via | None:
        """Return the list with an entry for a setting."""
        return self._entry(lambda e: e.setting == setting)

    def _entry(self, fits) -> Via | None:  # type: ignore[no-untyped-def]
        for index, screen in enumerate(self.twin.screens):
            if screen.kind == "list":
                for at, entry in enumerate(screen.entries):
                    if fits(entry):
                        return Via(list_screen=index, entry=at)
        return None

    def mode_key(self, rest: int, target: str, unit: int) -> str:
        """Return the key that takes a unit from a rest screen to VFO or memory mode."""
        screen = self.twin.screens[rest]
        key = key_for(screen, "mode", target) or key_for(screen, "toggle_mode", self.twin.profile.units[unit])
        assert key is not None, f"nothing leads to {target}"
        return key

    def open_list(self, rest: int, list_screen: int) -> tuple[str, ...]:
        """Return the presses that open a list from rest."""
        actions = self.presses(rest, "open", self.twin.screens[list_screen].name)
        assert actions is not None, f"{self.twin.screens[list_screen].name} cannot be opened"
        return actions

    # -- turning -----------------------------------------------------------------------

    def turner(self, direction: int) -> str:
        """Return what turns: ``DIAL``, ``DIAL-``, ``UP`` or ``DOWN``."""
        if self.twin.profile.panel.get("has_dial"):
            return self.twin.profile.dials[0] + ("" if direction > 0 else "-")
        return next(key for key, clicks in self.twin.profile.turn_keys if clicks == direction)

    def click_s(self) -> float:
        """Return the effort of one click or tap of what turns, in seconds."""
        return CLICK_S if self.twin.profile.panel.get("has_dial") else TAP_S

    def until(self, at: int, to: int, count: int, wraps: bool, text: str, prefer_back: bool = False) -> str:
        """Return the turn that reaches ``text`` with the fewest clicks from ``at``."""
        ahead = (to - at) % count if wraps else to - at
        forward = not prefer_back and (ahead <= count - ahead if wraps else ahead >= 0)
        return f"{self.turner(1 if forward else -1)} until {text}"

    def list_move_s(self, list_screen: int, at: int, to: int) -> float:
        """Return the effort of going from one entry to another, in seconds."""
        screen = self.twin.screens[list_screen]
        count = len(screen.entries)
        apart = abs(to - at)
        clicks = min(apart, count - apart) if screen.wraps else apart
        turned = clicks * self.click_s() + (0.3 if clicks else 0)
        typed = screen.digits * DIGIT_S if screen.digits else turned
        return min(turned, typed)

    def go_to_entry(self, list_screen: int, at: int, to: int) -> str | None:
        """Return the action that marks an entry: its number, or a turn until its name; None if marked."""
        screen = self.twin.screens[list_screen]
        if screen.digits:
            return screen.entries[to].number
        return self.until(at, to, len(screen.entries), screen.wraps, screen.entries[to].name)
