"""Every state that a radio may be found in, as partial states: all that is stored is unknown.

A *shape* says what is open, in which mode and on which unit; within it every setting, frequency, slot, mark of
a list, position, lock is a symbol.  Domains are whole up to ``MOST_VALUES`` values; above, and for
frequencies, they hold representatives at both sides of every edge that anything compares with
(docs/proof.md says why these are enough).
"""

from collections.abc import Iterator
from math import log10
from typing import Any, NamedTuple

from vocator.core.goals.goal import Goal
from vocator.core.proving.judges import JUDGES
from vocator.core.proving.open_screens import open_states
from vocator.core.proving.partial import PartialSlots, PartialState, PartialStored, PartialTwin, UnknownSlot
from vocator.core.proving.symbols import Box, Ledger, Symbol
from vocator.core.radio.kept import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import (
    FiguresScreen,
    LabelScreen,
    LayerScreen,
    ListScreen,
    PageScreen,
    PanelScreen,
    QuestionScreen,
    RestScreen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.start import StartError, required_values
from vocator.core.radio.state import NOTHING_OPENED, Signal, State, Stored
from vocator.core.radio.twin import Twin

MOST_VALUES = 2_500
LETTERS = 38
"""How many characters a label may hold at a place, for counting states only."""
OPEN_FIELDS = (
    "screen", "stack", "unit", "cursor", "opened", "value", "typed", "pick", "letters", "place", "outer", "letter_key", "letter_taps", "searched_ms", "pending",
)  # fmt: skip


class Shape(NamedTuple):
    """What is open, in words, with the state and what is certain in it."""

    words: str
    state: PartialState
    box: Box


class EveryStart:
    """All starts of a radio for a goal."""

    def __init__(self, plain: Twin, goal: Goal, words: frozenset[str], held: bool, heard: tuple[str, ...] = ()) -> None:
        """``words`` are texts that the sheet looks for.

        ``held`` says that the goal's slot holds a channel and no group is locked; ``heard`` are the tones or codes
        of which somebody sends one on the goal's channel.
        """
        self.plain, self.goal, self.ledger, self.held, self.heard = plain, goal, Ledger(), held, heard
        p = plain.profile
        old = ("OLD" * p.label_length)[: p.label_length] or None
        texts = {w for w in words if p.label_length and len(w) <= p.label_length and all(c in p.label_characters for c in w)}
        labels = {x for x in (*texts, old, goal.channel.label) if x}
        self.labels: tuple[str | None, ...] = (None, *sorted(labels))
        self.twin = PartialTwin(plain, self.ledger, frozenset(labels), (goal.slot,) if held else ())
        self._verbs = {b.verb for s in plain.screens for b in s.bind} | {e.verb for s in plain.lists for e in s.entries if e.verb}
        self.base = self._base()
        self.shapes = list(self._shapes())
        self.shape = self.ledger.symbol("shape", range(len(self.shapes)), 0)

    # -- domains ---------------------------------------------------------------------------

    def _needed(self) -> dict[int, int]:
        if JUDGES[self.goal.kind].of_radio:
            return {}
        try:
            return required_values(self.plain, self.goal.channel)
        except StartError:
            return {}

    def _values_of(self, setting: int, needed: dict[int, int]) -> range | list[int]:
        x = self.plain.settings[setting]
        count = x.domain.count
        if count <= MOST_VALUES:
            return range(count)
        found = {0, 1, 2, count // 2, count - 2, count - 1, *x.new}
        if setting in needed:
            found |= {min(count - 1, max(0, needed[setting] + d)) for d in (-1, 0, 1)}
        found |= {i for rule in self.plain.profile.shift_table if (i := x.domain.find_meaning(str(rule.offset_hz))) is not None}
        if x.by_step:
            found |= {*range(min(count, 400)), *range(max(0, count - 60), count)}
        if x.means is Means.SEND_FREQUENCY:
            found |= {i for hz in self.plain.profile.bands[0].new_hz if (i := x.domain.find_meaning(str(hz))) is not None}
        return sorted(found)

    def _frequencies(self, band: int) -> list[int]:
        p, channel = self.plain.profile, self.goal.channel
        b = p.bands[band]
        found = {b.low_hz, b.high_hz, *b.new_hz, b.low_hz + 12_500, b.low_hz + 6_250, b.low_hz + 1_015_000}
        found.add((b.low_hz + b.high_hz) // 2 // 5_000 * 5_000)
        edges = {x for rule in p.shift_table for x in (rule.low_hz, rule.high_hz)}
        edges |= {x for r in (*p.transmit_hz, *p.receive_hz) for x in r}
        found |= {x + d for x in edges for d in (-5_000, 0, 5_000)}
        for hz in (channel.rx_hz, channel.tx_hz):
            if hz:
                whole = hz // 1_000_000 * 1_000_000
                found |= {hz, hz + 5_000, hz - 5_000, whole, whole + 12_500}
        return sorted(x for x in found if b.low_hz <= x <= b.high_hz and p.receives(x))

    # -- the state in which nothing is known ------------------------------------------------

    def _base(self) -> PartialState:
        plain, ledger, new = self.plain, self.ledger, self.plain.start
        p = plain.profile
        units, verbs = p.units, self._verbs
        needed = self._needed()
        domains = [self._values_of(i, needed) for i in range(len(plain.settings))]
        per_band = [self._frequencies(b) for b in range(len(p.bands))]
        spans = [(b.high_hz - b.low_hz) // 2_500 + 1 for b in p.bands]
        self.rests = [i for i, s in enumerate(plain.screens) if isinstance(s, RestScreen)]
        chosen = p.settings_for(Means.GROUP)
        groups = plain.settings[chosen[0]].domain.count if chosen else 0
        lists = {i for i, s in enumerate(plain.screens) if isinstance(s, ListScreen) and s.remembers}

        def maybe(applies: bool, name: str, domain: Any, otherwise: Any) -> Any:
            return ledger.symbol(name, domain, otherwise) if applies else otherwise

        freqs = tuple(
            ledger.symbol(f"{_of(p, u)}{b.name} frequency", per_band[n], new.freqs[u * len(p.bands) + n], spans[n])
            for u in range(len(units)) for n, b in enumerate(p.bands)
        )  # fmt: skip
        return PartialState(
            *new._replace(
                modes=tuple(maybe(len(units) > 1, f"{_of(p, u)}mode", self.rests, plain.vfo) for u in range(len(units))),
                bands=tuple(maybe(len(p.bands) > 1, f"{_of(p, u)}band", range(len(p.bands)), new.bands[u]) for u in range(len(units))),
                freqs=freqs,
                values=self._values(domains),
                slots=PartialSlots(self._slot(i, domains, sorted({x for b in per_band for x in b}), sum(spans), groups) for i in range(p.slot_count)),
                positions=tuple(ledger.symbol(f"{_of(p, u)}memory position", range(p.plain_slots), 0) for u in range(len(units))),
                signals=self._signals(),
                cursors=tuple(maybe(i in lists, f"{s.name} remembered", range(len(s.entries) if isinstance(s, ListScreen) else 0), 0) for i, s in enumerate(plain.screens)),
                group=maybe("lock_group" in verbs and groups > 0 and not self.held, "group lock", range(groups), 0),
                reverse=maybe("reverse" in verbs, "reverse", (False, True), False),
                last_written=maybe(plain.saves_twice, "slot written last", range(-1, p.slot_count), -1),
                coarse=maybe("coarse" in verbs, "whole megahertz", (False, True), False),
                free=tuple(ledger.symbol(f"free key {k}", self._openable(), -1) for k in p.free_keys),
                last=maybe(plain.reopens, "opened last", self._reopenable(), NOTHING_OPENED),
                wrote=maybe(plain.notes_written, "slot written last of all", range(-1, p.plain_slots), -1),
                forced=tuple(maybe("force_other" in verbs, f"{_of(p, u)}squelch forced", (False, True), False) for u in range(len(units))),
            )
        )  # fmt: skip

    def _signals(self) -> tuple[Signal, ...]:
        if not self.heard:
            return ()
        sent: Any = self.ledger.symbol("tone heard", self.heard, self.heard[0])
        code = self.heard[0][-1] in "NI"
        return (Signal(self.goal.channel.rx_hz, None if code else sent, sent if code else None),)

    def _reopenable(self) -> list[Any]:
        found = {
            (x.screen, x.opened, x.stack)
            for x in open_states(self.plain)
            if isinstance(self.plain.screens[x.screen], (ValueScreen, FiguresScreen, ListScreen))
        }
        return [NOTHING_OPENED, *sorted(found)]

    def _openable(self) -> list[int]:
        return [-1, *(i for i, x in enumerate(self.plain.settings) if x.means is not Means.RESET)]

    def _values(self, domains: list[Any]) -> tuple[Any, ...]:
        plain, found = self.plain, []
        places = [a[0] for a in plain.address]
        for at, new in enumerate(plain.start.values):
            setting = max(i for i, place in enumerate(places) if place <= at)
            x = plain.settings[setting]
            fixed = x.means in (Means.RESET, Means.BAND) or x.domain.count < 2 or x.scope == "slot"
            fixed = fixed or (self.held and setting == plain.chosen_group)
            name = self._name_at(setting, at - places[setting])
            found.append(new if fixed else self.ledger.symbol(name, domains[setting], new, x.domain.count))
        return tuple(found)

    def _name_at(self, setting: int, offset: int) -> str:
        plain, x = self.plain, self.plain.settings[setting]
        _, unit_stride, band_stride = plain.address[setting]
        unit, band = divmod(offset, unit_stride) if unit_stride else (None, offset)
        of_unit = _of(plain.profile, unit) if unit is not None else ""
        of_band = f" on {plain.profile.bands[band].name}" if band_stride and len(plain.profile.bands) > 1 else ""
        return f"{of_unit}{x.name}{of_band}"

    def _slot(self, index: int, domains: list[Any], hertz: list[int], span: int, groups: int) -> UnknownSlot:
        plain, ledger = self.plain, self.ledger
        p, name = plain.profile, f"slot {plain.profile.slot_texts[index]}"
        splits = "write_split" in self._verbs or plain.saves_twice or plain.send_frequency is not None
        rx: Any = ledger.symbol(f"{name} frequency", hertz, hertz[0], span)
        presumed = JUDGES[self.goal.kind].presumed_hz(self.goal)
        if presumed is not None and index == self.goal.slot:
            rx = presumed
        values = tuple(
            ledger.symbol(
                f"{name} {plain.settings[j].name}", domains[j], plain.settings[j].new[0], plain.settings[j].domain.count
            )
            for j in plain.stored
        )
        held = PartialStored(
            rx,
            ledger.symbol(f"{name} transmit frequency", (None, *hertz), None, span + 1) if splits else None,
            values,
            ledger.symbol(f"{name} label", self.labels, None, LETTERS**p.label_length) if len(self.labels) > 1 else None,
            ledger.symbol(f"{name} group", range(groups), 0) if groups else 0,
            ledger.symbol(f"{name} label lit", (False, True), False) if p.lit_labels else False,
            tuple(
                ledger.symbol(f"{name} {plain.settings[j].name}", range(plain.settings[j].domain.count), plain.new_marks[at])
                for j, at in plain.mark_place.items()
            ),
        )  # fmt: skip
        return UnknownSlot(ledger.symbol(f"{name} occupied", (False, True), False), held)

    # -- shapes ----------------------------------------------------------------------------

    def _certain(self) -> Box:
        """Return what a goal for a stored channel presumes: that its slot holds one."""
        slot = tuple.__getitem__(self.base.slots, self.goal.slot)
        return Box({slot.occupied.number: frozenset([True])}) if self.held else Box()

    def _shapes(self) -> Iterator[Shape]:
        plain, base, certain = self.plain, self.base, self._certain()
        p = plain.profile
        for unit in range(len(p.units)):
            for rest in self.rests:
                s = base._replace(unit=unit, modes=with_item(base.modes, unit, rest), screen=rest)
                if "lend" in self._verbs and rest in plain.memory_screens and plain.power is not None:
                    s = s._replace(lent=self.ledger.symbol("power lent", range(-1, plain.settings[plain.power].domain.count), -1))
                screen = plain.rest(s)
                yield Shape(f"{screen.word or screen.name} on {p.units[unit]}", s, certain)
        for x in open_states(plain):
            yield self._open_shape(x, certain)

    def _open_shape(self, x: State, certain: Box) -> Shape:
        plain, base, box = self.plain, self.base, certain
        screen = plain.screens[x.screen]
        at = x.positions[x.unit]
        if not isinstance(screen, (LayerScreen, PageScreen)) and plain.in_memory(x) and x.slots[at] is not None:
            box = box.with_part(base.positions[x.unit].number, frozenset([at]))  # type: ignore[attr-defined]
            box = box.with_part(tuple.__getitem__(base.slots, at).occupied.number, frozenset([True]))
        if isinstance(screen, (LabelScreen, QuestionScreen)) and x.slots[x.pick] is not None:
            box = box.with_part(tuple.__getitem__(base.slots, x.pick).occupied.number, frozenset([True]))
        values = base.values
        needs = screen.needs if isinstance(screen, (SearchScreen, PanelScreen)) else None
        if needs is not None:  # a search that runs was started with what it needs
            place = plain.place(x, needs[0])
            values = with_item(values, place, x.values[place])
        kept = {name: getattr(x, name) for name in OPEN_FIELDS}
        modes = with_item(base.modes, x.unit, x.modes[x.unit])
        bands = with_item(base.bands, x.unit, x.bands[x.unit]) if needs is not None else base.bands
        state = base._replace(**kept, modes=modes, values=values, bands=bands)
        mode = "memory" if plain.in_memory(x) else "VFO"
        return Shape(f"{screen.name} open in {mode} mode{', half typed' if x.typed else ''}", state, box)

    # -- counting and making concrete --------------------------------------------------------

    def states_log10(self) -> float:
        """Return the power of ten of the starts at rest, by the true sizes of what each entry may hold."""
        total = log10(max(1, len(self.rests) * len(self.plain.profile.units)))
        for x in tuple.__iter__(self.base):
            total += _log10(x)
        return total

    def concrete(self, s: State, box: Box) -> State:
        """Return a plain state that a box allows: as new wherever that is among the values allowed."""

        def value(x: Any) -> Any:
            if isinstance(x, Symbol):
                allowed = box.get(x.number, x.full)
                return x.new if x.new in allowed else min(allowed, key=lambda v: (v is None, v))
            if isinstance(x, UnknownSlot):
                return Stored(*(value(y) for y in tuple.__iter__(x.held))) if value(x.occupied) else None
            if isinstance(x, Signal):
                return Signal(*(value(y) for y in x))
            if isinstance(x, Stored):
                return Stored(*(value(y) for y in tuple.__iter__(x)))
            return tuple(value(y) for y in tuple.__iter__(x)) if isinstance(x, tuple) else x

        return State(*(value(x) for x in tuple.__iter__(s)))


def _of(profile: Any, unit: int) -> str:
    return f"{profile.unit_word} {profile.units[unit]} " if len(profile.units) > 1 else ""


def _log10(x: Any) -> float:
    if isinstance(x, Symbol):
        return log10(x.size)
    if isinstance(x, UnknownSlot):
        held = sum(_log10(y) for y in tuple.__iter__(x.held))
        return log10(1 + 10**held) if held < 300 else held
    return sum(_log10(y) for y in tuple.__iter__(x)) if isinstance(x, tuple) else 0.0
