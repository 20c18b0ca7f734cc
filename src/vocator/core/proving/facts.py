"""The display of a partial state, one fact at a time: no more is looked up than what is asked.

``Facts`` answers what an operator asks of a display: whether a text stands on it, an icon lights, something
is in focus, which slot, row and screen show.  On a plain state it answers as the display itself does; a
property test holds the two together.
"""

import re
from collections.abc import Callable
from typing import Any

from vocator.core.channel.channel import tone_use
from vocator.core.proving.symbols import Unknown
from vocator.core.radio.display import NO_FREQUENCY, PARTS, soft_words
from vocator.core.radio.display import _now as value_now
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import IconRule
from vocator.core.radio.screens import (
    FrequencyScreen,
    ListScreen,
    OverRest,
    PanelScreen,
    PickerScreen,
    QuestionScreen,
    RestScreen,
    Screen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import State, Stored

FREQUENCY = re.compile(r"[\d.]+|-+\.-+")
NO_SLOT = (FrequencyScreen, PanelScreen, ListScreen, ValueScreen, QuestionScreen, SearchScreen)


class Facts:
    """What a radio shows in a state, each part worked out when it is asked for."""

    text = own = "what the display shows"

    def __init__(self, m: Machine, s: State, labels: frozenset[str]) -> None:
        self.m, self.s, self.labels = m, s, labels
        self.at: Screen = m.screens[s.screen]
        self.at_rest = self.at.over_rest
        self._parts: Any = None

    @property
    def parts(self) -> Any:
        """Main line, slot, small text and focus of the screen's kind."""
        if self._parts is None:
            self._parts = PARTS[type(self.at)](self.m, self.s, self.at)
        return self._parts

    @property
    def screen(self) -> str:
        """What the screen is shown as."""
        return self.m.screens[self.s.modes[self.s.unit]].shows if self.at_rest else self.at.shows

    @property
    def row(self) -> str | None:
        """The unit in use, None where there is one only."""
        return self.m.profile.units[self.s.unit] if len(self.m.profile.units) > 1 else None

    @property
    def main(self) -> Any:
        """The main line."""
        return self.s.message or self.parts[0]

    @property
    def slot(self) -> Any:
        """The slot number that shows, None for none."""
        m, s = self.m, self.s
        if self.at_rest:
            return m.profile.slot_text(s.positions[s.unit]) if m.in_memory(s) else None
        if isinstance(self.at, NO_SLOT):
            return None
        if isinstance(self.at, PickerScreen):
            return None if s.typed or self.at.occupied_mark or not self.parts[1] else m.profile.slot_text(s.pick)
        return self.parts[1]

    @property
    def icons(self) -> "Icons":
        """The icons that light."""
        return Icons(self.m, self.s, self.at)

    @property
    def focus(self) -> "Focus":
        """What ``until`` compares with."""
        return Focus(self)

    def in_focus(self, target: str) -> bool:
        """Whether a text is being changed or chosen, or at rest stands in the main line, unit, power or icons."""
        m, s = self.m, self.s
        if not self.at_rest:
            return self._in_focus_of_open(target)
        rest = m.rest(s)
        if target in (self.row, rest.word) or target in self.icons or self._is_power(target):
            return True
        if any(target == value_now(m, s, level) for level in m.levels):
            return True
        if s.message:
            return bool(target == s.message)
        if target in m.profile.slot_texts and m.in_memory(s):
            return bool(m.profile.slot_text(s.positions[s.unit]) == target)
        if FREQUENCY.fullmatch(target):
            return any(bool(x == target) for x in self.parts[3])
        # outside memory mode the main line is a frequency
        return m.in_memory(s) and (self._is_group(target) or self._word(target))

    def _in_focus_of_open(self, target: str) -> bool:
        m, s = self.m, self.s
        if s.message:
            return bool(target == s.message)
        if isinstance(self.at, PickerScreen) and not s.typed and not self.at.occupied_mark:
            group = m.profile.group_text(s.pick)
            if bool(m.profile.slot_text(s.pick) == target):
                return True
            return bool(group) and bool(group == target)
        return any(bool(x == target) for x in self.parts[3])

    def _word(self, text: str) -> bool:
        """Whether a text that is no frequency stands on a memory screen beside its icons; no frequency is looked at."""
        m, s = self.m, self.s
        if s.message:
            return text in s.message.split(" ")
        if not m.in_memory(s):
            return False
        at = s.positions[s.unit]
        if text in m.profile.slot_texts and m.profile.slot_text(at) == text:
            return True
        if re.fullmatch(r"G\d", text) and s.group == int(text[1]) and s.group:
            return True
        if text.startswith("CH"):
            return any(bool(x == text) for x in self.parts[3])
        return text in self.labels and self._is_label(text)

    def _is_group(self, text: str) -> bool:
        m = self.m
        named = m.profile.group_size and any(t.startswith(f"{text}-") for t in m.profile.slot_texts)
        return bool(named) and bool(m.profile.group_text(self.s.positions[self.s.unit]) == text)

    def _is_label(self, text: str) -> bool:
        m, s = self.m, self.s
        stored = m.shown_slot(s)
        label = stored.label if stored is not None else None
        if stored is None or label is None or not bool(label == text):
            return False
        face = m.rest(s).face
        show: Any = face or "label"
        if m.profile.lit_labels:
            show = "label" if stored.lit else "frequency"
        if m.shows and face != "beside":
            setting = m.shows[min(s.unit, len(m.shows) - 1)]
            show = m.settings[setting].domain.meaning(m.get(s, setting))
        return face == "beside" or bool(show == "label")

    def _is_power(self, target: str) -> bool:
        m, s = self.m, self.s
        if m.power is None or m.settings[m.power].domain.find_text(target) is None:
            return False
        if m.power not in m.stored_place:
            return bool(value_now(m, s, m.power) == target)
        stored = m.active(s)
        return stored is not None and bool(m.settings[m.power].domain.text(stored.values[m.stored_place[m.power]]) == target)

    def stands(self, text: str) -> bool:
        """Whether a text stands on the display of the unit in use, as a whole piece of it."""
        m, s = self.m, self.s
        rest = m.rest(s) if self.at_rest else self.at
        words, numeric = text.split(" "), bool(FREQUENCY.fullmatch(text))
        if words[0] in soft_words(self.at) and all(w in soft_words(self.at) for w in words):
            return True
        if isinstance(self.at, PanelScreen) and not s.message:
            return _in_order(self._panel(self.at), words)
        if text in self.icons:
            return True
        slot = self.slot
        if slot is not None and bool(slot == text):
            return True
        if self.row and text == f"▶{self.row}":
            return True
        if self.at_rest and not s.message and not numeric and len(words) == 1 and not rest.mark:
            return m.in_memory(s) and self._word(text)
        if len(words) > 1 and self.at_rest and not s.message and not self._could_stand(words, rest):
            return False
        main, small = self.main, self.parts[2]
        if bool(main == text):
            return True
        at = rest.mark.format(slot=slot) if rest.mark else slot or ""
        if len(words) == 1:
            return _has(main, text) or _has(small, text) or _has(at, text)
        pieces = (at, main, small)
        plain = {w for x in pieces if isinstance(x, str) for w in x.split(" ")} | {*self.icons.order(), f"▶{self.row}"}
        plain |= {*soft_words(self.at)}
        if not any(isinstance(x, Unknown) for x in pieces) and any(w not in plain for w in words):
            return False
        icons = self.icons.lit()
        shown = [f"▶{self.row}" if self.row else "", *(str(x) for x in pieces if x is not None), *icons, *soft_words(self.at)]
        return f" {text} " in f" {' '.join(x for x in shown if x)} "

    def _panel(self, panel: PanelScreen) -> list[Any]:
        """Return the words of a panel in order; a value that is not known is one of them."""
        m, s = self.m, self.s
        words: list[Any] = []
        title: Any = panel.text or m.frequency(m.freq(s))
        words += title.split(" ") if isinstance(title, str) else [title]
        for b in panel.bind:
            if b.verb in ("step", "open_value"):
                setting = m.profile.setting_named(b.arg)
                value: Any = value_now(m, s, setting)
                words += [*b.arg.split(" "), *(value.split(" ") if isinstance(value, str) else [value])]
        return words

    def _could_stand(self, words: list[str], rest: Screen) -> bool:
        """Whether every word is one that a rest screen can show at all."""
        known = {
            *self.icons.order(),
            rest.word if isinstance(rest, RestScreen) else "",
            *rest.mark.split(),
            f"▶{self.row}",
            *soft_words(self.at),
        }
        known |= {word for label in self.labels for word in label.split(" ")}
        return all(w in known or any(c.isdigit() for c in w) or NO_FREQUENCY in w for w in words)


def _in_order(shown: list[Any], words: list[str]) -> bool:
    """Whether words stand among those shown, one after the other; what is known is compared first."""
    for at in range(len(shown) - len(words) + 1):
        pairs = list(zip(shown[at : at + len(words)], words, strict=True))
        if all(a == b for a, b in pairs if isinstance(a, str)) and all(bool(a == b) for a, b in pairs if not isinstance(a, str)):
            return True
    return False


class Focus:
    """What is in focus, asked text by text."""

    def __init__(self, facts: Facts) -> None:
        self.facts = facts

    def __contains__(self, target: str) -> bool:
        return self.facts.in_focus(target)


class Icons:
    """The icons that light, asked one by one."""

    def __init__(self, m: Machine, s: State, screen: Screen) -> None:
        self.m, self.s, self.screen = m, s, screen
        self.own = screen.icon if isinstance(screen, (OverRest, SearchScreen)) else ""

    def order(self) -> list[str]:
        """Return every icon that may light, in the order in which they stand."""
        m = self.m
        lasting = [r.icon for r in m.profile.icons if r.fact not in ("reverse", "setting")]
        return list(dict.fromkeys((*lasting, *self._passing())))

    def _passing(self) -> list[str]:
        """Return the icons that a stored channel does not light."""
        m = self.m
        common = m.profile.common
        return [
            i for i in (common.open_icon, *m.reverse_icons, *(n for n, _, _ in m.set_icons), self.own, common.coarse_icon) if i
        ]

    def __contains__(self, icon: str) -> bool:
        m, s, screen = self.m, self.s, self.screen
        if not isinstance(screen, (OverRest, SearchScreen)) or icon not in self.order():
            return False
        if (self.own and self.own == icon) or (icon == m.profile.common.coarse_icon and s.coarse):
            return True
        if icon == m.profile.common.open_icon and s.forced and s.forced[s.unit]:
            return True
        if icon in m.reverse_icons and s.reverse:
            return True
        if any(name == icon and m.get(s, setting) == value for name, setting, value in m.set_icons):
            return True
        return any(self._holds(r) for r in m.profile.icons if r.icon == icon and r.fact not in ("reverse", "setting"))

    def _holds(self, rule: IconRule) -> bool:
        stored = self.m.active(self.s)
        return stored is not None and holds(self.m, stored, rule)

    def lit(self) -> list[str]:
        """Return the icons that light, in the order in which they stand: each where the first rule for it holds."""
        if not isinstance(self.screen, (OverRest, SearchScreen)):
            return []
        ruled = [r.icon for r in self.m.profile.icons if r.fact not in ("reverse", "setting") and self._holds(r)]
        return list(dict.fromkeys([*ruled, *(icon for icon in self._passing() if icon in self)]))


def _has(piece: Any, text: str) -> bool:
    """Whether a text is a word of a piece of the display."""
    if isinstance(piece, Unknown):
        return piece.ask(lambda p: text in (p or "").split(" "))
    return text in (piece or "").split(" ")


def holds(m: Machine, stored: Stored, rule: IconRule) -> bool:
    """Whether an icon's fact holds of a channel, looking at nothing else of it."""
    return bool(_FACTS[rule.fact](m, stored, rule.value))


def _width(m: Machine, stored: Stored, value: str) -> bool:
    return m.is_fm(stored.values) and (m.meaning(stored.values, m.width) or "wide") == value


def _mode(m: Machine, stored: Stored, value: str) -> bool:
    if m.is_fm(stored.values):
        return value == "FM"
    return (m.meaning(stored.values, m.mode) or m.meaning(stored.values, m.width) or "FM") == value


def _shift(m: Machine, stored: Stored, value: str) -> bool:
    if stored.split_hz is not None:
        return False
    return ((m.meaning(stored.values, m.shift) if m.is_fm(stored.values) else None) or "none") == value


def _split(m: Machine, stored: Stored, value: str) -> bool:
    split = stored.split_hz
    if split is None:
        return False
    if value == "any":
        return True
    rx_hz = stored.rx_hz
    return {"above": lambda: split > rx_hz, "below": lambda: split < rx_hz, "equal": lambda: split == rx_hz}[value]()


def _use(m: Machine, stored: Stored, value: str) -> bool:
    return m.tone_use is not None and m.settings[m.tone_use].domain.text(stored.values[m.stored_place[m.tone_use]]) == value


def _power(m: Machine, stored: Stored, value: str) -> bool:
    place = m.stored_place.get(m.power) if m.power is not None else None
    return place is not None and m.power is not None and m.settings[m.power].domain.text(stored.values[place]) == value


def _tone_use(m: Machine, stored: Stored, value: str) -> bool:
    return str(tone_use(*m.sides_of(stored.values)).mode) == value


def _word_of(side: Any) -> str:
    return "code" if side[-1] in "NI" else "tone"


def _signalling(m: Machine, stored: Stored, value: str) -> bool:
    sides = m.sides_of(stored.values)
    if value == "none":
        return sides[0] is None and sides[1] is None
    return any(side is not None and _word_of(side) == value for side in sides)


def _side(n: int) -> Callable[[Machine, Stored, str], bool]:
    def holds_of_side(m: Machine, stored: Stored, value: str) -> bool:
        side = m.sides_of(stored.values)[n]
        return side is not None and _word_of(side) == value

    return holds_of_side


_FACTS: dict[str, Callable[[Machine, Stored, str], bool]] = {
    "width": _width,
    "mode": _mode,
    "shift": _shift,
    "split": _split,
    "use": _use,
    "power": _power,
    "tone_use": _tone_use,
    "signalling": _signalling,
    "sent": _side(0),
    "opened": _side(1),
}
