"""What time does to a radio, and what is heard: messages fade, searches step, what is left open closes."""

from vocator.core.radio.going import go_back, go_home
from vocator.core.radio.inputs import Hear
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.register import EDITORS
from vocator.core.radio.screens import EntryScreen, FiguresScreen, ListScreen, Screen, SearchScreen, ValueScreen
from vocator.core.radio.state import LOW, State
from vocator.core.radio.verbs import figures_value, go_to_page
from vocator.core.radio.verbs_air import first_searched, found
from vocator.core.radio.verbs_entry import take
from vocator.core.radio.verbs_list import open_entry


class Timed(Machine):
    """A profile on which time passes."""

    def pass_time(self, s: State, ms: int) -> State:
        """Let time pass: messages fade, searches step, what is left open closes."""
        if ms <= 0:
            return s
        if s.message_ms:
            left = max(0, s.message_ms - ms)
            s = s._replace(message_ms=left, message=s.message if left else "")
        screen = self.screens[s.screen]
        if isinstance(screen, SearchScreen) and self.heard(s) is not None:
            return self._search_on(s, ms)._replace(idle_ms=0)
        if (
            isinstance(screen, ListScreen)
            and screen.opens
            and s.letter_key
            and screen.digit_ms
            and s.idle_ms + ms >= screen.digit_ms
        ):
            left = s.idle_ms + ms - screen.digit_ms
            opened, _ = open_entry(self, s, "", 0)
            return self.pass_time(opened._replace(idle_ms=0, letter_key=""), left)
        if not screen.quiet_ms:
            return s
        idle = s.idle_ms + ms
        if idle >= screen.quiet_ms:
            return self.pass_time(self._left_alone(s, screen)._replace(idle_ms=0), idle - screen.quiet_ms)
        return s._replace(idle_ms=idle)

    def _left_alone(self, s: State, screen: Screen) -> State:
        """Do what a screen does when nobody presses anything for its time."""
        if screen.quiet == "back":
            return go_back(self, s)
        if screen.quiet in ("keep", "keep_back") and screen.kind in EDITORS and self.settings[s.opened].means is not Means.RESET:
            value = s.value if isinstance(screen, ValueScreen) else figures_value(self, s)
            if value is not None:
                s = self.keep(s, s.opened, value)
                s = self.keep(s, *s.outer) if s.outer is not None else s
            return go_back(self, s) if screen.quiet == "keep_back" else go_home(self, s)
        if screen.quiet == "take" and isinstance(screen, (EntryScreen, FiguresScreen)):
            taken, effects = take(self, s, "", 0)
            if effects is not LOW or taken.screen != s.screen:
                return taken
        if screen.left_to:
            return go_to_page(self, go_home(self, s), screen.left_to, 0)[0]
        return go_home(self, s)

    def _search_on(self, s: State, ms: int) -> State:
        screen = self.showing(s, SearchScreen)
        domain = self.settings[s.opened].domain
        first = first_searched(self, s.opened)
        searched = s.searched_ms + ms
        while searched >= screen.step_ms and not found(self, s):
            searched -= screen.step_ms
            value = s.value + 1
            if value >= domain.count and screen.chain:
                opened = screen.chain[(screen.chain.index(s.opened) + 1) % len(screen.chain)]
                domain, first = self.settings[opened].domain, first_searched(self, opened)
                s = s._replace(opened=opened, value=first)
                continue
            s = s._replace(value=value if value < domain.count else first)
        return s._replace(searched_ms=0 if found(self, s) else searched)

    def hear(self, s: State, given: Hear) -> State:
        """Let a signal be on the air, or none."""
        if given.signal is None:
            return s._replace(signals=())
        others = tuple(x for x in s.signals if x.rx_hz != given.signal.rx_hz)
        return s._replace(signals=(*others, given.signal))
