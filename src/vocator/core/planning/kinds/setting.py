"""One setting of the radio put to a value: switches, and settings with a choice of values."""

from collections.abc import Iterable
from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import Asked, Asks
from vocator.core.goals.sheet import Change, ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.of_radio import OfRadio
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready
from vocator.core.planning.setting_ways import set_all
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal

MOST_CHOICES = 16


class Switch(OfRadio):
    """A setting of the whole radio is switched; each kind says which, and to what."""

    means: ClassVar[Means]
    meaning: ClassVar[str] = "on"
    part: ClassVar[str]
    nearest: ClassVar[str]

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return the setting and its value; raises Beyond where the radio has none or cannot switch it."""
        setting = twin.profile.setting_for(self.means)
        if setting is None:
            raise Beyond(self.part, "this radio has none", self.nearest)
        value = twin.settings[setting].domain.find_meaning(self.meaning)
        if value is None:
            raise Beyond(self.part, f"it cannot be switched {self.meaning} on this radio", self.nearest)
        return {setting: value}, self.reason


class AutoShiftOn(Switch):
    """Each frequency typed sets sign and offset."""

    word: ClassVar[str] = "auto-shift-on"
    name: ClassVar[str] = "automatic shift on"
    button: ClassVar[str] = "Automatic shift on"
    reason: ClassVar[str] = "each frequency typed sets sign and offset; it holds for the whole radio"
    means: ClassVar[Means] = Means.AUTO_SHIFT
    part: ClassVar[str] = "automatic shift"
    nearest: ClassVar[str] = "Set the shift by hand; every sheet does."


class AutoShiftOff(AutoShiftOn):
    """A sign set by hand stays."""

    word: ClassVar[str] = "auto-shift-off"
    name: ClassVar[str] = "automatic shift off"
    button: ClassVar[str] = "Automatic shift off"
    reason: ClassVar[str] = "a sign set by hand then stays; it holds for the whole radio"
    meaning: ClassVar[str] = "off"


class BusyLockOff(Switch):
    """The radio sends although something is heard."""

    word: ClassVar[str] = "busy-lock-off"
    name: ClassVar[str] = "busy lock off"
    button: ClassVar[str] = "Busy lock off"
    reason: ClassVar[str] = "else it refuses to send while anything is heard"
    means: ClassVar[Means] = Means.BUSY_LOCK
    meaning: ClassVar[str] = "off"
    part: ClassVar[str] = "busy lock"
    nearest: ClassVar[str] = "It sends whether the channel is busy or not: listen first."


class WatchOn(Switch):
    """The other rows are listened to as well."""

    word: ClassVar[str] = "watch-on"
    name: ClassVar[str] = "watch on"
    button: ClassVar[str] = "Watch all rows"
    reason: ClassVar[str] = "the row on which something is heard takes the keys and PTT: look before you send"
    means: ClassVar[Means] = Means.WATCH
    part: ClassVar[str] = "watch"
    nearest: ClassVar[str] = "Choose the row by hand."


class WatchOff(WatchOn):
    """Only the row in use is listened to."""

    word: ClassVar[str] = "watch-off"
    name: ClassVar[str] = "watch off"
    button: ClassVar[str] = "Watch one row only"
    reason: ClassVar[str] = "no signal moves you to another row"
    meaning: ClassVar[str] = "off"


class DualWatchOn(Switch):
    """Both sides are heard by turns."""

    word: ClassVar[str] = "dual-watch-on"
    name: ClassVar[str] = "dual watch on"
    button: ClassVar[str] = "Dual watch on"
    reason: ClassVar[str] = "both sides are heard by turns; PTT sends on the main one"
    means: ClassVar[Means] = Means.DUAL_WATCH
    part: ClassVar[str] = "dual watch"
    nearest: ClassVar[str] = "Change between the channels by hand, or use a second radio."


class DualWatchOff(DualWatchOn):
    """Only the main side is heard."""

    word: ClassVar[str] = "dual-watch-off"
    name: ClassVar[str] = "dual watch off"
    button: ClassVar[str] = "Dual watch off"
    reason: ClassVar[str] = "only the main side is heard, without gaps"
    meaning: ClassVar[str] = "off"


class TwoRowsOn(Switch):
    """The other row shows and is heard too."""

    word: ClassVar[str] = "two-rows-on"
    name: ClassVar[str] = "two rows on"
    button: ClassVar[str] = "Show two rows"
    reason: ClassVar[str] = "the other row shows and is heard too; PTT sends on the row in use"
    means: ClassVar[Means] = Means.ROWS
    part: ClassVar[str] = "two rows"
    nearest: ClassVar[str] = "What it shows and hears of its rows is not switched."


class TwoRowsOff(TwoRowsOn):
    """One row shows."""

    word: ClassVar[str] = "two-rows-off"
    name: ClassVar[str] = "two rows off"
    button: ClassVar[str] = "Show one row"
    reason: ClassVar[str] = "less on the display, and nothing of the other row is heard"
    meaning: ClassVar[str] = "off"


class Chosen(OfRadio):
    """A setting is put to a value that is chosen; the goal's ``key`` reads ``SHOW=FREQ``."""

    asks: ClassVar[tuple[Asks, ...]] = (Asks.KEY,)
    means: ClassVar[Means | None] = None
    part: ClassVar[str] = "setting"
    nearest: ClassVar[str] = ""

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for ``SHOW=FREQ``, or ``FREQ`` where that is no other's; the usual one where nothing is said.

        Raises Beyond for a radio without it, Refusal for no value of it.
        """
        choices = self.choices(twin, Asks.KEY)
        if not choices:
            raise self._none()
        said = asked.text.strip()
        fitting = [c for c in choices if said.lower() in (c.lower(), c.partition("=")[2].lower())] if said else [choices[0]]
        if not fitting:
            raise Refusal(said[:60], self.part, ", ".join(choices[:MOST_CHOICES]), "Choose one of them.")
        return replace(super().goal(twin, asked), key=fitting[0])

    def title(self, goal: Goal, line: str) -> str:
        """Return which setting is put to which value."""
        return goal.key.replace("=", " ")

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return the values of each setting that this kind is about."""
        if asks is not Asks.KEY:
            return super().choices(twin, asks)
        found = [twin.settings[s] for s in self.about_settings(twin)]
        return tuple(f"{s.name}={s.domain.text(v)}" for s in found for v in range(s.domain.count))

    def about_settings(self, twin: Twin) -> list[int]:
        """Return the settings that this kind is about on a radio."""
        return list(twin.profile.settings_for(self.means)) if self.means else []

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Write the chapters before the look."""
        wanted = self.wanted(draft.twin, goal)
        ready(draft, routes, goal)
        set_all(draft, routes, wanted, dict.fromkeys(wanted, self.reason), ChapterKind.SET, leave=False)
        return list(wanted), ()

    def wanted(self, twin: Twin, goal: Goal) -> dict[int, int]:
        """Return the setting and its value, as the goal's key names them; raises Beyond where it names none."""
        if not goal.key:
            raise self._none()
        name, _, text = goal.key.partition("=")
        setting = twin.profile.setting_named(name)
        value = twin.settings[setting].domain.find_text(text)
        assert value is not None
        return {setting: value}

    def _none(self) -> Beyond:
        return Beyond(self.part, "this radio has none that can be set", self.nearest)


class MemoryShows(Chosen):
    """What memory mode shows of a slot: its name, frequency or number."""

    word: ClassVar[str] = "memory-shows"
    name: ClassVar[str] = "what memory mode shows"
    button: ClassVar[str] = "Memory mode shows"
    reason: ClassVar[str] = "the frequency while you program and read back, the name in use"
    means: ClassVar[Means | None] = Means.SHOW
    part: ClassVar[str] = "display"
    nearest: ClassVar[str] = "What it shows in memory mode is not chosen for the whole radio."


class TuningStep(Chosen):
    """The step of the dial, of the row and band in use."""

    word: ClassVar[str] = "tuning-step"
    name: ClassVar[str] = "tuning step"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.KEY, Asks.ROW)
    button: ClassVar[str] = "Tuning step"
    reason: ClassVar[str] = "for turning through a band; a typed frequency does not need it but where the page says so"
    means: ClassVar[Means | None] = Means.STEP
    part: ClassVar[str] = "tuning step"
    nearest: ClassVar[str] = "Type the frequency in full."


class SquelchLevel(Chosen):
    """How strong a signal must be to be heard."""

    word: ClassVar[str] = "squelch-level"
    name: ClassVar[str] = "squelch level"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.KEY, Asks.ROW)
    button: ClassVar[str] = "Squelch level"
    reason: ClassVar[str] = "where the noise just stops; a high level hides weak stations"
    means: ClassVar[Means | None] = Means.SQUELCH
    part: ClassVar[str] = "squelch level"
    nearest: ClassVar[str] = "Use the radio's squelch knob, or hold the key that opens it."

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return the levels; the rows where each has a level of its own."""
        one = asks is Asks.ROW and all(twin.settings[s].scope == "set" for s in self.about_settings(twin))
        return () if one else super().choices(twin, asks)


class SetOne(Chosen):
    """Any setting of the whole radio: also what puts back what a sheet left different."""

    word: ClassVar[str] = "set"
    name: ClassVar[str] = "one setting"
    button: ClassVar[str] = "Any other setting"
    reason: ClassVar[str] = "as asked"
    part: ClassVar[str] = "setting"
    nearest: ClassVar[str] = "This radio has none for the whole set."

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for ``SHOW=FREQ``; where a setting has more values than are listed (``OFFSET=00600``), for any of them."""
        name, _, text = asked.text.strip().partition("=")
        found = next((s for s in twin.settings if s.scope == "set" and s.means is not Means.RESET and s.name == name), None)
        if found is not None and found.domain.count > MOST_CHOICES and found.domain.find_text(text) is not None:
            return Goal(asked.slot, Channel(0, 0), kind=self.word, row=asked.row, key=f"{name}={text}")
        return super().goal(twin, asked)

    def about_settings(self, twin: Twin) -> list[int]:
        """Return the settings of the whole radio that have a choice of few values."""
        own = [i for i, s in enumerate(twin.settings) if s.scope == "set" and s.means is not Means.RESET]
        return [i for i in own if twin.settings[i].domain.count <= MOST_CHOICES or twin.settings[i].means is Means.POWER]


KINDS = (
    AutoShiftOn(), AutoShiftOff(), BusyLockOff(), WatchOn(), WatchOff(), DualWatchOn(), DualWatchOff(), TwoRowsOn(), TwoRowsOff(),
    MemoryShows(), TuningStep(), SquelchLevel(), SetOne(),
)  # fmt: skip
