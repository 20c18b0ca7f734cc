"""States of which only part is known, and a twin that runs on them: verbs and machine as they are, asked less.

What a plain twin looks up at once (a text, a meaning, which tone is sent) is put off here until somebody asks,
and then no more is asked than the answer needs.  What depends on every slot at once (the lowest free one, the
one shown after an erasure) is any slot.
"""

from collections.abc import Iterator
from dataclasses import fields, replace
from typing import Any

from vocator.core.channel.channel import Channel, Width, tone_use
from vocator.core.proving.facts import Facts
from vocator.core.proving.symbols import Ledger, Symbol, Unknown, none_or
from vocator.core.radio.domain import Amounts, Choices, OrNone
from vocator.core.radio.inputs import Input, Tap, Turn
from vocator.core.radio.kept import with_item
from vocator.core.radio.layout import WIDTHS
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.profile import Profile, Setting
from vocator.core.radio.screens import FiguresScreen, ListScreen, PickerScreen
from vocator.core.radio.state import State, Stored
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs import STOPS, mark

LEADING = ("change", "scroll", "pick")
"""Verbs that lead evenly through everything there is."""
SLOTS = State._fields.index("slots")
FIELD = {name: at for at, name in enumerate(State._fields)}


class PartialStored(Stored):
    """What a slot holds, of which parts may be symbols."""

    __slots__ = ()

    split_hz = property(lambda s: none_or(tuple.__getitem__(s, 1)))
    label = property(lambda s: none_or(tuple.__getitem__(s, 3)))

    def __hash__(self) -> int:
        return 1


class UnknownSlot:
    """A slot of the start: occupied or not (a symbol), and what it then holds."""

    __slots__ = ("held", "occupied")

    def __init__(self, occupied: Symbol, held: PartialStored) -> None:
        self.occupied, self.held = occupied, held

    def __eq__(self, other: object) -> bool:
        return other is self or bool((self.held if self.occupied else None) == other)

    def __hash__(self) -> int:
        return id(self)


class PartialSlots(tuple[Any, ...]):
    """The slots; whether one is occupied is asked when it is looked at."""

    __slots__ = ()

    def __getitem__(self, at: Any) -> Any:
        x = tuple.__getitem__(self, at)
        if isinstance(x, UnknownSlot):
            return x.held if x.occupied else None
        return x

    def __iter__(self) -> Iterator[Any]:
        for at in range(len(self)):
            yield self[at]


def _slots(s: State) -> PartialSlots:
    raw: Any = tuple.__getitem__(s, SLOTS)
    return raw if type(raw) is PartialSlots else PartialSlots(raw)


class PartialState(State):
    """A state of which entries may be symbols."""

    __slots__ = ()

    slots = property(_slots)

    def __hash__(self) -> int:
        return hash((self.stack, self.opened, self.typed, self.place))


class _LazyChoices(Choices):
    def text(self, index: Any) -> Any:
        return index.map(super().text) if isinstance(index, Unknown) else super().text(index)

    def meaning(self, index: Any) -> Any:
        return index.map(super().meaning) if isinstance(index, Unknown) else super().meaning(index)


class _LazyAmounts(Amounts):
    def text(self, index: Any) -> Any:
        return index.map(super().text) if isinstance(index, Unknown) else super().text(index)

    def meaning(self, index: Any) -> Any:
        return index.map(super().meaning) if isinstance(index, Unknown) else super().meaning(index)


class _LazyOrNone(OrNone):
    def text(self, index: Any) -> Any:
        return index.map(super().text) if isinstance(index, Unknown) else super().text(index)

    def meaning(self, index: Any) -> Any:
        return index.map(super().meaning) if isinstance(index, Unknown) else super().meaning(index)


_LAZY: dict[type, type] = {Choices: _LazyChoices, Amounts: _LazyAmounts, OrNone: _LazyOrNone}


def _given(x: Any) -> dict[str, Any]:
    return {f.name: getattr(x, f.name) for f in fields(x) if f.init}


def _lazy_setting(setting: Setting) -> Setting:
    return replace(setting, domain=_LAZY[type(setting.domain)](**_given(setting.domain)))


class LazyProfile(Profile):
    """A profile whose texts are looked up when they are asked for."""

    __slots__ = ()

    def slot_text(self, index: Any) -> Any:
        """Write a slot as the radio shows it."""
        return index.map(super().slot_text) if isinstance(index, Unknown) else super().slot_text(index)

    def group_text(self, index: Any) -> Any:
        """Write the group of a slot."""
        return index.map(super().group_text) if isinstance(index, Unknown) else super().group_text(index)


class PartialTwin(Twin):
    """A twin that runs on partial states, whose symbols stand in one ledger."""

    def __init__(
        self, plain: Twin, ledger: Ledger, labels: frozenset[str] = frozenset(), looked_for: tuple[int, ...] = ()
    ) -> None:
        self.ledger, self.labels, self.looked_for = ledger, labels, looked_for
        given = _given(plain.profile)
        super().__init__(LazyProfile(**{**given, "settings": tuple(_lazy_setting(s) for s in plain.settings)}))

    def seen(self, s: State) -> Any:
        """Return what the radio shows, each fact worked out when it is asked for."""
        return Facts(self, s, self.labels)

    # -- what depends on all slots ---------------------------------------------------------

    def _any(self, s: State, name: str, domain: Any) -> Any:
        used = (tuple.__getitem__(s, FIELD["pick"]), tuple.__getitem__(s, FIELD["last_written"]), *s.positions)
        return self.ledger.any_of(name, domain, used)

    def lowest_free(self, s: State) -> Any:
        """Return any slot (of the group): which is free first depends on all of them."""
        slots = range(self.profile.plain_slots)
        if self.profile.group_size:
            slots = self.profile.group_of(min(s.positions[s.unit], self.profile.plain_slots - 1))
        return self._any(s, f"lowest free {slots}", slots)

    def free_after(self, s: State, slot: int) -> Any:
        """Return any slot (of the group): which is free next depends on all of them."""
        slots = self.profile.group_of(max(slot, 0)) if self.profile.group_size else range(self.profile.plain_slots)
        return self._any(s, f"next free {slots}", slots)

    def picked(self, s: State, screen: PickerScreen, n: int, stops: bool = False) -> tuple[Any, int]:
        """Return where clicks lead: any slot, where that depends on which are taken."""
        if screen.passes or screen.order != "numbers":
            slots = self.profile.group_of(s.pick) if self.profile.group_size else range(self.profile.slot_count)
            return self._any(s, f"picked {slots}", slots), 0
        return super().picked(s, screen, n, stops)

    def stand_in_memory(self, s: State) -> State:
        """Stand at any slot where the position was not known: memory mode goes on to an occupied one."""
        at: Any = s.positions[s.unit]
        if not isinstance(at, Symbol) or len(self.ledger.box.get(at.number, at.full)) == 1:
            return super().stand_in_memory(s)
        anywhere = self.ledger.any_of(f"position {s.unit}", range(self.profile.plain_slots), s.positions)
        return s._replace(positions=with_item(s.positions, s.unit, anywhere))

    def leap(self, s: State, given: Input, target: str) -> State | None:
        """Turn through the occupied slots to one of them, or to the first of another group in use, at one go."""
        table = self.tables[s.screen]
        handler = (
            table.turns.get(given.dial)
            if isinstance(given, Turn)
            else table.taps.get(given.key)
            if isinstance(given, Tap)
            else None
        )
        if handler is None or s.typed or s.message or handler.by > 1 or handler.arg == STOPS or handler.other is not None:
            return None
        if handler.name == "choose" and isinstance(self.screens[s.screen], FiguresScreen):
            return self._leap_in_figures(s, target)
        if handler.name in LEADING:
            return self._leap_in_open(s, handler.name, target)
        if handler.name not in ("recall", "next_group") or not self.in_memory(s):
            return None
        if handler.name == "next_group":
            return self._leap_to_group(s, target)
        to = self.profile.slot_index(target)
        if to is None or self.profile.slot_text(to) != target:
            return None
        if to == s.positions[s.unit]:
            return s
        group: Any = self.get(s, self.chosen_group) if self.chosen_group is not None else s.group
        stored = s.slots[to]
        if stored is None or (group and stored.group != group):
            raise UntilFailed(f"until {target}", self.seen(s))
        if self.profile.group_size and s.positions[s.unit] // self.profile.group_size != to // self.profile.group_size:
            raise UntilFailed(f"until {target}", self.seen(s))
        return s._replace(positions=with_item(s.positions, s.unit, to), lent=-1)

    def _leap_in_figures(self, s: State, target: str) -> State | None:
        """Turn the figure under a cursor to where a full round would find it; with a carry, the number as far as the cursor."""
        letters, place = str(s.letters), s.place
        if self.showing(s, FiguresScreen).carry and len(target) == place + 1 and target.replace(".", "").isdigit():
            return s._replace(letters=target + letters[place + 1 :], idle_ms=0)
        if len(target) == 1 and target.isdigit() and not self.showing(s, FiguresScreen).carry:
            return s._replace(letters=letters[:place] + target + letters[place + 1 :], idle_ms=0)
        return None

    def _leap_in_open(self, s: State, verb: str, target: str) -> State | None:
        """Turn an open value, a list or a picker to where a full round would find the target, wherever it stands."""
        if verb == "change":
            setting = self.settings[s.opened]
            to = setting.domain.find_text(target)
            if to is None or not setting.turned or setting.by_step:
                return None
            return s._replace(value=to, idle_ms=0)
        if verb == "pick":
            to = self.profile.slot_index(target)
            if to is None or self.profile.slot_texts[to] != target or self.profile.group_size:
                return None
            passes = self.showing(s, PickerScreen).passes
            if passes and to != s.pick and (s.slots[to] is None) != (passes == "taken"):
                raise UntilFailed(f"until {target}", self.seen(s))
            return s._replace(pick=to, idle_ms=0)
        entries = self.showing(s, ListScreen).entries
        to = next((i for i, e in enumerate(entries) if target in (e.text, e.number)), None)
        return None if to is None else mark(self, s._replace(cursor=to, idle_ms=0, letter_key=""))

    def _leap_to_group(self, s: State, target: str) -> State | None:
        size, at = self.profile.group_size, s.positions[s.unit]
        first = next((i for i in range(0, self.profile.plain_slots, size) if self.profile.group_text(i) == target), None)
        if first is None or at // size == first // size:
            return None
        if not any(s.slots[i] is not None for i in (*self.looked_for, *range(first, first + size)) if first <= i < first + size):
            raise UntilFailed(f"until {target}", self.seen(s))
        anywhere = self.ledger.any_of(f"first of {target}", range(first, first + size), s.positions)
        return s._replace(positions=with_item(s.positions, s.unit, anywhere))

    def after_erased(self, s: State, position: int) -> Any:
        """Return any slot that may show next, or none."""
        if self._any(s, "nothing left", (False, True)):
            return None
        return self._any(s, "slot after", range(self.profile.plain_slots))

    # -- channels, asking no more than needed ----------------------------------------------

    def frequency(self, hz: Any) -> Any:
        """Write a frequency as this radio does."""
        return hz.map(super().frequency) if isinstance(hz, Unknown) else super().frequency(hz)

    def channel(self, stored: Stored) -> Channel:
        """Return the channel that a slot stands for."""
        values = stored.values
        fm = self.is_fm(values)
        width = Width(str(self.meaning(values, self.width) or "wide")) if fm else None
        mode = "FM" if fm else (self.meaning(values, self.mode) or self.meaning(values, self.width) or "FM")
        word = None
        if self.power is not None and self.power in self.stored_place:
            word = str(self.settings[self.power].domain.text(values[self.stored_place[self.power]]))
        label = stored.label
        sent, opened = (str(x) if x is not None else None for x in self.sides_of(values))
        rx_hz, tx_hz = int(stored.rx_hz), int(self.tx_hz(stored))
        return Channel(rx_hz, tx_hz, tone_use(sent, opened), width, word, str(label) if label is not None else None, str(mode))

    def tx_hz(self, stored: Stored) -> Any:
        """Return what a channel sends on, hertz."""
        split = stored.split_hz
        if split is not None:
            return split
        if not self.is_fm(stored.values):
            return stored.rx_hz
        shift = self.meaning(stored.values, self.shift) or ""
        sign = 1 if shift == "plus" else -1 if shift == "minus" else 0
        if not sign:
            return stored.rx_hz
        rx_hz = int(stored.rx_hz)
        offset: Any = self.meaning(stored.values, self.offset_at(rx_hz)) or "0"
        return offset.map(lambda v: rx_hz + sign * int(v)) if isinstance(offset, Unknown) else rx_hz + sign * int(offset)

    def is_fm(self, values: tuple[int, ...]) -> bool:
        """Whether a slot's values stand for FM."""
        mode: Any = self.meaning(values, self.mode)
        if mode is not None and mode != "FM":
            return False
        width: Any = self.meaning(values, self.width)
        if isinstance(width, Unknown):
            return width.ask(lambda w: w in WIDTHS)
        return (width or "wide") in WIDTHS

    def sides_of(self, values: tuple[int, ...]) -> tuple[Any, Any]:
        """Return what is sent and what opens, each looked up only where the use needs it."""
        if not self.is_fm(values):
            return None, None
        if self.tone_use is not None:
            return self._sides_by_use(values)
        if self.side_uses[0] is not None:
            return self._side(values, 0), self._side(values, 1)
        found: list[Any] = [self.meaning(values, side) for side in self.sides]
        send_tone, send_code, open_tone, open_code = (v if v != "none" else None for v in found)
        return send_tone or send_code, open_tone or open_code

    def _sides_by_use(self, values: tuple[int, ...]) -> tuple[Any, Any]:
        use = self.meaning(values, self.tone_use)

        def tone() -> Any:
            return self.meaning(values, self.sides[0] if self.sides[0] is not None else self.tone)

        def opened() -> Any:
            found: Any = tone() if self.sides[0] is None else self.meaning(values, self.sides[2])
            return tone() if found == "none" else found

        def code() -> Any:
            found: Any = self.meaning(values, self.code)
            polarity = self.meaning(values, self.polarity) if self.sides[0] is not None else None
            return found[:-1] + polarity if found and polarity else found

        if use == "send":
            return tone(), None
        if use == "send_and_open":
            return tone(), opened()
        if use == "open_reversed":
            return None, opened()
        if use == "code":
            return code(), code()
        return (code(), None) if use == "send_code" else (None, None)

    def _side(self, values: tuple[int, ...], side: int) -> Any:
        use = self.meaning(values, self.side_uses[side])
        tone, code = self.sides[2 * side : 2 * side + 2]
        if use == "tone":
            return self.meaning(values, tone)
        return self.meaning(values, code) if use == "code" else None
