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
from vocator.core.radio.display import _KINDS as PARTS
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import IconRule, Screen
from vocator.core.radio.state import State, Stored

FREQUENCY = re.compile(r"[\d.]+|-+\.-+")
AT_REST = ("rest", "layer")
NO_SLOT = ("entry", "panel", "list", "value", "question", "search")


class Facts:
    """What a radio shows in a state, each part worked out when it is asked for."""

    text = own = "what the display shows"

    def __init__(self, m: Machine, s: State, labels: frozenset[str]) -> None:
        self.m, self.s, self.labels = m, s, labels
        self.at: Screen = m.screens[s.screen]
        self.at_rest = self.at.kind in AT_REST
        self._parts: Any = None

    @property
    def parts(self) -> Any:
        """Main line, slot, small text and focus of the screen's kind."""
        if self._parts is None:
            self._parts = PARTS[self.at.kind](self.m, self.s, self.at)
        return self._parts

    @property
    def screen(self) -> str:
        """What the screen is shown as."""
        return self.m.screens[self.s.modes[self.s.unit]].shows if self.at.kind == "layer" else self.at.shows

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
        if self.at.kind in NO_SLOT:
            return None
        if self.at.kind == "picker":
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
        rest = m.screens[s.modes[s.unit]]
        if target in (self.row, rest.word) or target in self.icons or self._is_power(target):
            return True
        if any(target == m.settings[level].domain.text(m.get(s, level)) for level in m.levels):
            return True
        if s.message:
            return bool(target == s.message)
        if target in m.profile.slot_texts:
            return m.in_memory(s) and bool(m.profile.slot_text(s.positions[s.unit]) == target)
        if FREQUENCY.fullmatch(target):
            return any(bool(x == target) for x in self.parts[3])
        return m.in_memory(s) and self._word(target)  # elsewhere the main line is a frequency

    def _in_focus_of_open(self, target: str) -> bool:
        m, s = self.m, self.s
        if s.message:
            return bool(target == s.message)
        if self.at.kind == "picker" and not s.typed and not self.at.occupied_mark:
            group = m.profile.group_text(s.pick)
            if bool(m.profile.slot_text(s.pick) == target):
                return True
            return bool(self.at.shows_frequency) and bool(group) and bool(group == target)
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
        if (
            m.profile.group_size
            and any(t.startswith(f"{text}-") for t in m.profile.slot_texts)
            and m.profile.group_text(at) == text
        ):
            return True
        if re.fullmatch(r"G\d", text) and s.group == int(text[1]) and s.group:
            return True
        if text.startswith("CH"):
            return any(bool(x == text) for x in self.parts[3])
        return text in self.labels and self._is_label(text)

    def _is_label(self, text: str) -> bool:
        m, s = self.m, self.s
        stored = m.shown_slot(s)
        label = stored.label if stored is not None else None
        if stored is None or label is None or not bool(label == text):
            return False
        face = m.screens[s.modes[s.unit]].face
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
            return bool(m.settings[m.power].domain.text(m.get(s, m.power)) == target)
        stored = m.active(s)
        return stored is not None and bool(m.settings[m.power].domain.text(stored.values[m.stored_place[m.power]]) == target)

    def stands(self, text: str) -> bool:
        """Whether a text stands on the display of the unit in use, as a whole piece of it."""
        m, s = self.m, self.s
        rest = m.screens[s.modes[s.unit]] if self.at_rest else self.at
        one_word, numeric = " " not in text, bool(FREQUENCY.fullmatch(text))
        if self.at.kind == "panel" and not one_word:
            return text == self.at.text or self._on_panel(text)
        if self.at_rest and self._is_power(text) and text in self.icons:
            return True
        if text in self.icons:
            return True
        slot = self.slot
        if slot is not None and bool(slot == text):
            return True
        if self.row and text == f"▶{self.row}":
            return True
        if self.at_rest and not s.message and not numeric and one_word and not rest.mark:
            return self._word(text) if m.in_memory(s) else text == "M" and bool(s.coarse)
        if not one_word and self.at_rest and not s.message and not self._could_stand(text, rest):
            return False
        main = self.main
        if bool(main == text):
            return True
        at = rest.mark.format(slot=slot) if rest.mark else slot or ""
        if one_word:
            return _has(main, text) or _has(self.parts[2], text) or _has(at, text)
        plain = " ".join(x for x in (at, main, self.parts[2]) if isinstance(x, str)).split(" ")
        shown = {r.icon for r in m.profile.icons} | {*plain, self.at.icon, f"▶{self.row}"}
        if not any(isinstance(x, Unknown) for x in (at, main, self.parts[2])) and any(w not in shown for w in text.split(" ")):
            return False
        icons = [icon for icon in dict.fromkeys(r.icon for r in m.profile.icons) if icon in self.icons]
        pieces = [f"▶{self.row}" if self.row else "", at, main, self.parts[2], *icons]
        return f" {text} " in f" {' '.join(str(p) for p in pieces if p)} "

    def _could_stand(self, text: str, rest: Screen) -> bool:
        """Whether every word of a text is one that a rest screen can show at all."""
        words = {r.icon for r in self.m.profile.icons} | {"M", self.at.icon, rest.word, *rest.mark.split(), f"▶{self.row}"}
        words |= {word for label in self.labels for word in label.split(" ")}
        return all(w in words or any(c.isdigit() for c in w) for w in text.split(" "))

    def _on_panel(self, text: str) -> bool:
        for b in self.at.bind:
            if b.verb in ("step", "open_value") and text.startswith(f"{b.arg} "):
                setting = self.m.profile.setting_named(b.arg)
                if bool(self.m.settings[setting].domain.text(self.m.get(self.s, setting)) == text[len(b.arg) + 1 :]):
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

    def __contains__(self, icon: str) -> bool:
        m, s, screen = self.m, self.s, self.screen
        if screen.kind not in (*AT_REST, "search"):
            return False
        if screen.icon and screen.icon == icon:
            return True
        if icon == "OPEN" and s.forced and s.forced[s.unit]:
            return True
        if icon in m.reverse_icons and s.reverse:
            return True
        if any(name == icon and m.get(s, setting) == value for name, setting, value in m.set_icons):
            return True
        rules = [r for r in m.profile.icons if r.icon == icon and r.fact not in ("reverse", "setting")]
        stored = m.active(s) if rules else None
        return stored is not None and any(holds(m, stored, rule) for rule in rules)


def _has(piece: Any, text: str) -> bool:
    """Whether a text is a word of a piece of the display."""
    if isinstance(piece, Unknown):
        return piece.ask(lambda p: text in (p or "").split(" "))
    return text in (piece or "").split(" ")


def holds(m: Machine, stored: Stored, rule: IconRule) -> bool:
    """Whether an icon's fact holds of a channel, looking at nothing else of it."""
    return bool(_FACTS[rule.fact](m, stored, rule.value))


def _width(m: Machine, stored: Stored, value: str) -> bool:
    return ((m.meaning(stored.values, m.width) if m.is_fm(stored.values) else None) or "wide") == value


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
