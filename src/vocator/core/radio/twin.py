"""The twin: a pure function from a state and an input to a state and its effects.

Same input, same trace, always.  Keys are looked up in tables made once per profile;
what a verb means stands in ``verbs`` and its siblings.
"""

from vocator.core.radio.display import Display, display
from vocator.core.radio.going import Outcome, go_back, go_home, refused
from vocator.core.radio.inputs import TOUCH, Chord, Hear, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.profile import Profile
from vocator.core.radio.screens import (
    EntryScreen,
    LabelScreen,
    LayerScreen,
    ListScreen,
    PageScreen,
    PickerScreen,
    RestScreen,
    ValueScreen,
)
from vocator.core.radio.state import LOW, NOTHING, Effects, State
from vocator.core.radio.tables import Handler, Table, table_of
from vocator.core.radio.timed import Timed
from vocator.core.radio.verbs_list import open_entry

WITH_DIGITS = frozenset({"fill", "clear_typed", "point", "take", "empty", "leave_entry"})


class Twin(Timed):
    """A profile made to run."""

    def __init__(self, profile: Profile) -> None:
        super().__init__(profile)
        self.tables = tuple(table_of(self, index) for index in range(len(self.screens)))
        self.repeating = {i: s.repeat_per_s for i, s in enumerate(self.screens) if isinstance(s, ValueScreen) and s.repeat_per_s}

    def seen(self, s: State) -> Display:
        """Return what the radio shows in a state."""
        return display(self, s)

    def leap(self, s: State, given: Input, target: str) -> State | None:
        """Return the state after repeating an input until ``target`` shows, where that is known without repeating it; else None."""
        return None

    # -- acting ----------------------------------------------------------------------

    def act(self, s: State, given: Input) -> Outcome:
        """Return the state after one input and what was heard and sent meanwhile."""
        if isinstance(given, Wait):
            return self.pass_time(s, given.ms), NOTHING
        if isinstance(given, Hear):
            return self.watched(self.hear(s, given)), NOTHING
        before = s
        if isinstance(given, Hold):
            s, effects = self._hold(s, given)
        else:
            if s.message_ms:
                s = s._replace(message="", message_ms=0)
            if isinstance(given, Tap):
                s, effects = self._tap(s, given.key)
            elif isinstance(given, Turn):
                s, effects = self._turn(s, given)
            elif isinstance(given, Type):
                s, effects = self._type(s, given.text)
            else:
                s, effects = self._chord(s, given)
        if s.signals and self.watch is not None:
            s = self.watched(s)
        if s.loans and (s.positions != before.positions or s.modes != before.modes):
            s = s._replace(loans=(None,) * len(s.loans))
        if effects.beeps and self.beep is not None and self.settings[self.beep].domain.meaning(self.get(s, self.beep)) == "off":
            effects = effects._replace(beeps=())
        return s, effects

    def repeated(self, s: State, given: Input, times: int) -> State:
        """Return the state after an input so many times, which moves evenly through what is open: taps count together as clicks do."""
        handler = self.fitting(s, self.tables[s.screen].taps.get(given.key)) if isinstance(given, Tap) and times > 1 else None
        if handler is None:
            for _ in range(times):
                s, _effects = self.act(s, given)
            return s
        after, _effects = self._run(s, handler, handler.clicks * times)
        return self.watched(after) if after.signals and self.watch is not None else after

    def _run(self, s: State, handler: Handler | None, n: int) -> Outcome:
        """Run a handler, or give the low beep of a key without work; a lit layer goes out."""
        screen = self.screens[s.screen]
        in_layer = isinstance(screen, LayerScreen)
        at = s._replace(screen=s.modes[s.unit], stack=()) if in_layer else s
        handler = self.fitting(s, handler)
        if handler is None or (
            handler.name == "step"
            and not self.takes_settings(s)
            and self.locked_in_memory(self.profile.setting_named(handler.arg))
        ):
            after, effects = at, LOW
        else:
            after, effects = handler.verb(self, at, handler.arg, n * handler.by)
            if handler.by > 1 and effects is not LOW and effects.beeps:  # a click that still moved something does not beep
                effects = effects._replace(beeps=effects.beeps[: len(effects.beeps) // handler.by])
        if handler is not None and handler.name == "type" and isinstance(screen, ListScreen) and screen.digit_ms:
            return after._replace(idle_ms=0), effects
        if (after.idle_ms or in_layer) and not (screen.window and effects.beeps == ("low",) and after.screen == s.screen):
            after = after._replace(idle_ms=0)
        return after, effects

    def fitting(self, s: State, handler: Handler | None) -> Handler | None:
        """Return the one of a press's handlers that works in a state: by its mode, by the setting that it hangs on."""
        while handler is not None:
            in_mode = handler.mode < 0 or self._in_mode(s, handler.mode)
            if in_mode and (handler.only is None or self.get(s, handler.only[0]) == handler.only[1]):
                return handler
            handler = handler.other
        return None

    def _beneath(self, s: State) -> Table | None:
        """Return what the keys do at rest where a page lets them through."""
        screen = self.screens[s.screen]
        return self.tables[s.modes[s.unit]] if isinstance(screen, PageScreen) and screen.lets_through else None

    def tapped(self, s: State, key: str) -> Handler | None:
        """Return what a tap does where the radio stands, or at rest beneath a page that lets keys through."""
        beneath = self._beneath(s)
        return self.tables[s.screen].taps.get(key) or (beneath.taps.get(key) if beneath is not None else None)

    def turned(self, s: State, dial: str) -> Handler | None:
        """Return what a click does where the radio stands, or at rest beneath a page that lets keys through."""
        beneath = self._beneath(s)
        return self.tables[s.screen].turns.get(dial) or (beneath.turns.get(dial) if beneath is not None else None)

    def lets_through(self, s: State) -> bool:
        """Whether keys without a meaning of their own here do what they do at rest."""
        screen = self.screens[s.screen]
        return isinstance(screen, (LayerScreen, PageScreen)) and screen.lets_through

    def _in_mode(self, s: State, mode: int) -> bool:
        """Whether the unit in use stands in a mode; memory mode may have several faces."""
        now = s.modes[s.unit]
        return now == mode or (mode in self.memory_screens and now in self.memory_screens)

    def _half_typed(self, s: State, key: str) -> Outcome:
        """Drop half-typed digits: silently by PTT, refused by the confirming key, else with a low beep."""
        screen = self.screens[s.screen]
        dropped = s._replace(typed="", idle_ms=s.idle_ms if screen.window else 0)
        if isinstance(screen, EntryScreen):
            dropped = go_back(self, dropped)
        if key == "PTT":
            return dropped, NOTHING
        handler = self.tables[s.screen].taps.get(key)
        if handler is not None and handler.name in ("write", "erase", "keep_back") and not isinstance(screen, ListScreen):
            return refused(self, dropped)
        return dropped, LOW

    def _not_ours(self, s: State, key: str) -> bool:
        """Whether a key belongs to a side that is not main, while something is open on the main one."""
        return key in self.unit_of and self.unit_of[key] != s.unit and not self.screens[s.screen].over_rest

    def _tap(self, s: State, key: str) -> Outcome:
        table = self.tables[s.screen]
        if self.unit_of and self._not_ours(s, key) and not s.typed:
            return self._run(s, None, 0)
        screen, beneath = self.screens[s.screen], self._beneath(s)
        if key.isdigit():
            handler = table.taps.get(key) or table.digits
            if handler is None and beneath is not None:
                handler = beneath.taps.get(key) or beneath.digits
            return self._run(s, handler, int(key))
        handler = self.tapped(s, key)
        if handler is None and beneath is None and self.lets_through(s):
            return self._tap(go_home(self, s), key)
        if s.typed and (handler is None or handler.name not in WITH_DIGITS):
            return self._half_typed(s, key)
        if handler is None and key.startswith(TOUCH):
            return self._touched(s, key.removeprefix(TOUCH))
        if handler is None and key == "PTT" and isinstance(self.screens[s.screen], LayerScreen):
            return self._tap(go_home(self, s), key)
        after, effects = self._run(s, handler, handler.clicks if handler else 0)
        if isinstance(screen, PickerScreen) and screen.clicks_only and after.screen == s.screen:
            after = after._replace(idle_ms=s.idle_ms)
        return after, effects

    def _touched(self, s: State, name: str) -> Outcome:
        """Touch what stands on the screen itself: a value's own button, an entry, a line of the memory list."""
        screen = self.screens[s.screen]
        if isinstance(screen, ValueScreen) and screen.touched and name == self.settings[s.opened].name:
            return self._run(s, self.tables[s.screen].taps.get(TOUCH + "OWN"), 1)
        if isinstance(screen, ListScreen) and screen.touched:
            for index, entry in enumerate(screen.entries):
                if entry.name == name:
                    after, effects = open_entry(self, s._replace(cursor=index), "", 0)
                    return (s._replace(idle_ms=0), LOW) if effects is LOW else (after._replace(idle_ms=0), effects)
        slot = self.profile.slot_index(name)
        if isinstance(screen, PickerScreen) and screen.touched and slot is not None:
            return s._replace(pick=slot, idle_ms=0), NOTHING
        return self._run(s, None, 0)

    def _type(self, s: State, text: str) -> Outcome:
        """Type on the keyboard of a label; a character too many or unknown is refused with a low beep."""
        screen = self.screens[s.screen]
        if not isinstance(screen, LabelScreen) or not screen.keyboard:
            return self._run(s, None, 0)
        beeps = 0
        for character in text:
            if len(s.letters) >= screen.length or character not in screen.characters:
                beeps += 1
            else:
                s = s._replace(letters=s.letters + character)
        return s._replace(idle_ms=0), Effects(("low",) * beeps)

    def _turn(self, s: State, given: Turn) -> Outcome:
        if not given.clicks:
            return s, NOTHING
        beneath = self._beneath(s)
        if beneath is None and self.lets_through(s):
            s = go_home(self, s)
        if s.typed:
            dropped, effects = self._half_typed(s, given.dial)
            rest = abs(given.clicks) - 1
            if not rest:
                return dropped, effects
            after, more = self._turn(dropped, Turn(given.dial, rest if given.clicks > 0 else -rest))
            return after, Effects(effects.beeps + more.beeps)
        if isinstance(self.screens[s.screen], LayerScreen):
            return s._replace(idle_ms=0), Effects(("low",) * abs(given.clicks))
        unit = self.unit_of.get(given.dial, s.unit)
        if unit != s.unit:
            if not isinstance(self.screens[s.screen], RestScreen) and beneath is None:
                after, _ = self._run(s, None, given.clicks)
                return after, Effects(("low",) * abs(given.clicks))
            after, effects = self._turn(s._replace(unit=unit, screen=s.modes[unit]), given)
            return after._replace(unit=s.unit, screen=after.modes[s.unit]), effects
        handler = self.fitting(s, self.turned(s, given.dial))
        if handler is None:
            after, _ = self._run(s, None, given.clicks)
            return after, Effects(("low",) * abs(given.clicks))
        after, effects = self._run(s, handler, given.clicks)
        if effects is LOW and abs(given.clicks) > 1:
            effects = Effects(("low",) * abs(given.clicks))
        return after, effects

    def _hold(self, s: State, given: Hold) -> Outcome:
        if given.ms < self.profile.common.tap_ms:
            s = self._quieten(s)
            after, effects = self._tap(s, given.key)
            return self.pass_time(after, given.ms), effects
        s = self._quieten(s)
        repeat = self.repeating.get(s.screen)
        if (
            repeat
            and not s.typed
            and given.ms >= self.profile.common.hold_ms
            and (handler := self.tables[s.screen].taps.get(given.key))
            and handler.name == "change"
            and self.fitting(s, handler) is handler
        ):
            after, effects = self._run(
                self.pass_time(s._replace(idle_ms=0), given.ms), handler, handler.clicks * (given.ms * repeat // 1000)
            )
            return after, effects
        beneath = self._beneath(s)
        if beneath is None and self.lets_through(s):
            s = go_home(self, s)
        held = self.tables[s.screen].holds.get(given.key) or (beneath.holds.get(given.key, ()) if beneath is not None else ())
        reached = [h for h in held if h[0] <= given.ms]
        if not reached and given.ms < self.profile.common.hold_ms:
            return self.pass_time(self._key_down(s), given.ms), NOTHING
        threshold, handler = reached[-1] if reached else (self.profile.common.hold_ms, None)
        if self.unit_of and self._not_ours(s, given.key):
            handler = None
        later = self.pass_time(self._key_down(s), threshold)
        if later.screen != s.screen:
            return self.pass_time(later, given.ms - threshold), LOW
        if later.typed:
            after, effects = self._half_typed(later, given.key)
        elif handler is None and given.key == "PTT":
            after, effects = self._tap(later, "PTT")
        else:
            after, effects = self._run(later, handler, 1)
        return self.pass_time(after, given.ms - threshold), effects

    def _quieten(self, s: State) -> State:
        return s._replace(message="", message_ms=0) if s.message_ms else s

    def _key_down(self, s: State) -> State:
        """Restart the quiet time at a key going down; a store window only at an accepted one."""
        return s if self.screens[s.screen].window else s._replace(idle_ms=0)

    def _chord(self, s: State, given: Chord) -> Outcome:
        if s.typed:
            return self._half_typed(s, given.held)
        then, beneath = given.then, self._beneath(s)
        if beneath is None and self.lets_through(s):
            s = go_home(self, s)
        chords = self.tables[s.screen].chords if beneath is None else {**beneath.chords, **self.tables[s.screen].chords}
        if isinstance(then, Turn):
            turning = chords.get((given.held, "turn", then.dial))
            if turning is None or not then.clicks:
                return s, Effects(("low",) * abs(then.clicks))
            return self._run(s, turning[1], then.clicks)
        kind = "hold" if isinstance(then, Hold) else "tap"
        found_binding = chords.get((given.held, kind, then.key))
        if found_binding is None:
            if "PTT" in (given.held, then.key):
                return self._tap(s, "PTT")
            return self._run(s, None, 0)
        ms, handler = found_binding
        if isinstance(then, Hold):
            later = self.pass_time(self._key_down(s), ms)
            if later.screen != s.screen or then.ms < ms:
                return later, LOW
            after, effects = self._run(later, handler, 1)
            return self.pass_time(after, then.ms - ms), effects
        return self._run(s, handler, handler.clicks)
