"""What a radio shows: computed from the state alone, and all that an operator may read."""

from collections.abc import Callable
from typing import Any, NamedTuple

from vocator.core.channel.channel import ToneMode, tone_use
from vocator.core.radio.kept import per_machine
from vocator.core.radio.machine import Machine
from vocator.core.radio.screens import (
    EntryScreen,
    FiguresScreen,
    LabelScreen,
    LayerScreen,
    ListScreen,
    OverRest,
    PageScreen,
    PanelScreen,
    PickerScreen,
    QuestionScreen,
    RestScreen,
    Screen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import State, Stored
from vocator.core.radio.verbs_label import blinking

DOT = "·"
"""Lights while the dial goes by whole megahertz."""


class Display(NamedTuple):
    """The display at one moment.

    ``focus`` holds the texts of what is being changed or chosen, at rest the main line,
    the unit, the power and the icons: what ``until`` compares with.  ``own`` is ``text``
    without the lines of the units not in use, ``soft`` the words of the bottom line.
    """

    main: str
    slot: str | None
    icons: tuple[str, ...]
    row: str | None
    screen: str
    text: str
    focus: tuple[str, ...]
    own: str
    soft: tuple[str, ...] = ()

    def stands(self, text: str) -> bool:
        """Whether a text stands on the display of the unit in use, as a whole piece of it."""
        if text in (self.main, self.slot) or text in self.icons:
            return True
        return f" {text} " in f" {self.own} "


def display(m: Machine, s: State) -> Display:
    """Return what the radio shows in a state."""
    screen = m.screens[s.screen]
    rest = m.rest(s) if isinstance(screen, OverRest) else None
    shows = (rest or screen).shows
    main, slot, small, focus = PARTS[type(screen)](m, s, screen)
    icons = _icons(m, s, screen) if isinstance(screen, (OverRest, SearchScreen)) else ()
    if s.message:
        main, focus = s.message, (s.message,)
    row = m.profile.units[s.unit] if len(m.profile.units) > 1 else None
    mark = (rest or screen).mark
    at = mark.format(slot=slot) if mark else slot or ""
    pieces = [f"▶{row}" if row else "", at, main, small, *icons, *soft_words(screen)]
    if rest is not None:
        power = _power_text(m, s)
        focus = (*focus, *((row,) if row else ()), *((power,) if power else ()), *icons, rest.word)
        focus = (*focus, *(_now(m, s, level) for level in m.levels))
    own = " ".join(p for p in pieces if p)
    return Display(main, slot, icons, row, shows, " ".join([own, *_other_units(m, s)]), focus, own, soft_words(screen))


def soft_words(screen: Screen) -> tuple[str, ...]:
    """Return what stands in the bottom line: the words over the keys, or what a page says."""
    return tuple(word for _, word in screen.soft if word) or (
        (screen.text,) if isinstance(screen, PageScreen) and screen.text else ()
    )


NO_FREQUENCY = "---.---"

Parts = tuple[str, str | None, str, tuple[str, ...]]


def _rest(m: Machine, s: State, screen: OverRest) -> Parts:
    hz = m.received_hz(s)
    main = m.frequency(hz) if hz is not None else NO_FREQUENCY
    if not m.in_memory(s):
        megahertz = (str(hz // 1_000_000),) if s.coarse and hz is not None else ()
        return main, None, "", (main, *megahertz)
    slot = m.profile.slot_text(s.positions[s.unit])
    stored = m.shown_slot(s)
    rest = m.rest(s)
    show = rest.face or "label"
    if rest.face == "beside":
        return (
            main,
            slot,
            (stored.label or "") if stored else "",
            (main, slot, *((stored.label,) if stored and stored.label else ())),
        )
    if m.profile.lit_labels:
        show = "label" if stored is not None and stored.lit else "frequency"
    if m.shows:
        setting = m.shows[min(s.unit, len(m.shows) - 1)]
        show = m.settings[setting].domain.meaning(m.get(s, setting))
    if show == "label" and stored is not None and stored.label:
        main = stored.label
    elif show == "slot" and stored is not None:
        main = f"CH-{slot}"
    elif show == "number":
        main = f"CH {slot}"
    group = f"G{s.group}" if s.group else ""
    own = m.profile.group_text(s.positions[s.unit])
    return main, slot, group, (main, slot, *((own,) if own else ()), *((group,) if group else ()))


def _entry(m: Machine, s: State, screen: EntryScreen) -> Parts:
    if screen.reading:
        return s.typed or "_", None, "", (s.typed,)
    typed = s.typed.ljust(screen.digits, "-")
    main = typed if screen.of == "slot" else f"{typed[:3]}.{typed[3:]}"
    return main, None, "", (main,)


def _figures(m: Machine, s: State, screen: FiguresScreen) -> Parts:
    """A number under a cursor: the figure there is what is being changed; with a carry, the number as far as the cursor."""
    name = (m.settings[s.opened].shown or m.settings[s.opened].name) if s.opened >= 0 and screen.named else ""
    return s.letters, None, name, (s.letters[s.place], *((s.letters[: s.place + 1],) if screen.carry else ()))


def _panel(m: Machine, s: State, screen: PanelScreen) -> Parts:
    """Buttons on a screen, each with its value beneath it."""
    buttons = [b for b in screen.bind if b.verb in ("step", "open_value")]
    values = [f"{b.arg} {_now(m, s, m.profile.setting_named(b.arg))}" for b in buttons]
    return screen.text or m.frequency(m.freq(s)), None, " ".join(values), ()


def _now(m: Machine, s: State, setting: int) -> str:
    return m.settings[setting].domain.text(m.get(s, setting))


def _list(m: Machine, s: State, screen: ListScreen) -> Parts:
    entry = screen.entries[s.cursor]
    if s.typed:
        main = s.typed.ljust((m.settings[s.opened].digits or 0) if screen.live else screen.digits, "-")
        return main, None, entry.text if screen.live else "", (main,)
    if screen.live and entry.setting is not None:
        value = _now(m, s, entry.setting)
        return entry.text, None, value, (entry.text, value)
    return entry.text, None, entry.number if entry.number != entry.text else "", (entry.text, entry.number)


def _value(m: Machine, s: State, screen: ValueScreen) -> Parts:
    setting = m.settings[s.opened]
    name = (setting.shown or setting.name) if screen.named else ""
    if s.typed:
        main = s.typed.ljust(setting.digits or 0, "-")
        return main, None, name, (main,)
    text = setting.domain.text(s.value)
    return text, None, name, (text,)


def _picker(m: Machine, s: State, screen: PickerScreen) -> Parts:
    if s.typed:
        main = s.typed.ljust(screen.digits, "-")
        return main, None, "", (main,)
    slot, stored = m.profile.slot_text(s.pick), s.slots[s.pick]
    group = m.profile.group_text(s.pick)
    if screen.occupied_mark:
        main = screen.occupied_mark + slot if stored else slot
        return main, None, "", (slot, main, *((group,) if group else ()))
    if not screen.shows_frequency:
        words = [screen.text, "blinks"] if (stored is not None) == (screen.blinks == "occupied") else [screen.text]
        return slot, slot, " ".join(w for w in words if w), (slot, *((group,) if group else ()))
    main = m.frequency(stored.rx_hz) if stored else NO_FREQUENCY
    if stored and screen.occupied_text:
        main = screen.occupied_text
    beside = (stored.label or "") if stored and (screen.touched or m.profile.lit_labels) else screen.text
    return s.letters or main, slot, beside, (slot, *((group,) if group else ()))


def _question(m: Machine, s: State, screen: QuestionScreen) -> Parts:
    text = screen.text
    if screen.occupied_text or "{slot}" in text:
        taken = bool(screen.occupied_text) and s.slots[s.pick] is not None
        text = (screen.occupied_text if taken else text).replace("{slot}", str(m.profile.slot_text(s.pick)))
    return text, None, "", (text,)


def _label(m: Machine, s: State, screen: LabelScreen) -> Parts:
    if screen.keyboard:
        return s.letters or DOT * screen.length, m.profile.slot_text(s.pick), "", (s.letters,)
    if screen.letters:
        stored = s.slots[s.pick]
        return (
            s.letters or (stored.label if stored else None) or DOT * screen.length,
            m.profile.slot_text(s.pick),
            "",
            (s.letters,),
        )
    shown = s.letters[: s.place + 1] if blinking(s) else s.letters
    if blinking(s) or s.place < 0:
        shown = shown.ljust(screen.length, DOT)
    letter = s.letters[s.place] if blinking(s) else ""
    return shown, m.profile.slot_text(s.pick), "", (letter, "space" if letter == " " else letter)


def _search(m: Machine, s: State, screen: SearchScreen) -> Parts:
    setting = m.settings[s.opened]
    text = setting.domain.text(s.value)
    name = screen.titles[screen.chain.index(s.opened)] if screen.titles else setting.shown or setting.name
    return text, None, name, (text,)


PARTS: dict[type[Screen], Callable[[Machine, State, Any], Parts]] = {
    RestScreen: _rest,
    LayerScreen: _rest,
    PageScreen: _rest,
    PanelScreen: _panel,
    EntryScreen: _entry,
    ListScreen: _list,
    ValueScreen: _value,
    FiguresScreen: _figures,
    PickerScreen: _picker,
    QuestionScreen: _question,
    LabelScreen: _label,
    SearchScreen: _search,
}


def _icons(m: Machine, s: State, screen: OverRest | SearchScreen) -> tuple[str, ...]:
    stored = m.active(s)
    icons = lasting_icons(m, stored) if stored is not None else ()
    if s.forced and s.forced[s.unit]:
        icons += (m.profile.common.open_icon,)
    if s.reverse:
        icons += m.reverse_icons
    for icon, setting, value in m.set_icons:
        if m.get(s, setting) == value:
            icons += (icon,)
    icons += (screen.icon,) if screen.icon else ()
    icons += (m.profile.common.coarse_icon,) if s.coarse else ()
    return tuple(dict.fromkeys(icons))


@per_machine
def lasting_icons(m: Machine, stored: Stored) -> tuple[str, ...]:
    """Return the icons that a stored channel lights."""
    facts = channel_facts(m, stored)
    return tuple(rule.icon for rule in m.profile.icons if (rule.fact, rule.value) in facts)


def channel_facts(m: Machine, stored: Stored) -> frozenset[tuple[str, str]]:
    """Return what an icon can tell of a channel."""
    values = stored.values
    sent, opened = m.sides_of(values)
    facts = {("tone_use", str(tone_use(sent, opened).mode)), ("width", str(m.channel(stored).width))}
    if stored.split_hz is None:
        facts.add(("shift", (m.meaning(values, m.shift) if m.is_fm(values) else None) or "none"))
    else:
        difference = stored.split_hz - stored.rx_hz
        facts |= {("split", "any"), ("split", "above" if difference > 0 else "below" if difference < 0 else "equal")}
    for name, side in (("sent", sent), ("opened", opened)):
        if side is not None:
            word = "code" if side[-1] in "NI" else "tone"
            facts |= {("signalling", word), (name, word)}
    facts.add(("mode", m.channel(stored).mode))
    if m.tone_use is not None and m.tone_use in m.stored_place:
        facts.add(("use", m.settings[m.tone_use].domain.text(values[m.stored_place[m.tone_use]])))
    if m.power is not None and m.power in m.stored_place:
        facts.add(("power", m.settings[m.power].domain.text(values[m.stored_place[m.power]])))
    if tone_use(sent, opened).mode is ToneMode.NONE:
        facts.add(("signalling", "none"))
    return frozenset(facts)


def _power_text(m: Machine, s: State) -> str | None:
    if m.power is not None and m.power not in m.stored_place:
        return _now(m, s, m.power)
    stored = m.active(s)
    return m.channel(stored).power if stored is not None else None


def _other_units(m: Machine, s: State) -> list[str]:
    """Return the lines of the units not in use, with what shows that their squelch is forced open."""
    lines = []
    for unit, name in enumerate(m.profile.units):
        if unit == s.unit:
            continue
        in_memory = s.modes[unit] in m.memory_screens
        stored = s.slots[s.positions[unit]] if in_memory else None
        hz = stored.rx_hz if stored else s.freqs[unit * m.band_count + s.bands[unit]]
        open_ = f" {m.profile.common.open_icon}" if s.forced and s.forced[unit] else ""
        lines.append(f"{name}: {m.frequency(hz) if stored or not in_memory else NO_FREQUENCY}{open_}")
    return lines
