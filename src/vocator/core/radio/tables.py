"""What each press does on each screen of a radio, looked up once."""

from dataclasses import replace
from typing import NamedTuple

from vocator.core.radio.going import Verb
from vocator.core.radio.layout import Layout
from vocator.core.radio.screens import Binding
from vocator.core.radio.verbs import STOPS, VERBS
from vocator.core.radio.verbs_air import AIR_VERBS
from vocator.core.radio.verbs_entry import ENTRY_VERBS
from vocator.core.radio.verbs_label import LABEL_VERBS
from vocator.core.radio.verbs_list import LIST_VERBS
from vocator.core.radio.verbs_memory import MEMORY_VERBS
from vocator.core.radio.verbs_modes import MODE_VERBS

ALL_VERBS: dict[str, Verb] = VERBS | ENTRY_VERBS | AIR_VERBS | MEMORY_VERBS | LABEL_VERBS | LIST_VERBS | MODE_VERBS


class Handler(NamedTuple):
    """A verb bound to a press; where it does not work, the next one of the same press may (``other``)."""

    verb: Verb
    arg: str
    mode: int  # the rest screen it works in, -1 for any
    name: str
    clicks: int = 1
    only: tuple[int, int] | None = None
    by: int = 1
    other: "Handler | None" = None


class Table(NamedTuple):
    """What each press does on one screen."""

    taps: dict[str, Handler]
    holds: dict[str, tuple[tuple[int, Handler], ...]]
    turns: dict[str, Handler]
    chords: dict[tuple[str, str, str], tuple[int, Handler]]
    digits: Handler | None


def _or_else(before: Handler | None, handler: Handler) -> Handler:
    """Put a handler after those that the same press has already."""
    return handler if before is None else before._replace(other=_or_else(before.other, handler))


def table_of(m: Layout, index: int) -> Table:
    """Return what each press does on a screen, by its index."""
    screen = m.screens[index]
    table = Table({}, {}, {}, {}, None)
    for binding in screen.bind:
        table = _bind(m, table, binding)
    turner = table.turns.get(m.profile.dials[0] if m.profile.dials else "")
    for key, clicks in m.profile.turn_keys:
        if turner is not None and key not in table.taps:
            table.taps[key] = turner._replace(clicks=clicks)
    return table


def _bind(m: Layout, table: Table, binding: Binding) -> Table:
    if binding.press.key == "PUSH":
        for key in m.unit_of:
            if key in m.profile.keys and key in m.profile.dials:
                table = _bind(m, table, replace(binding, press=replace(binding.press, key=key)))
        return table
    mode = m.profile.screen(binding.mode) if binding.mode else -1
    arg = STOPS if binding.stops else binding.arg
    handler = Handler(ALL_VERBS[binding.verb], arg, mode, binding.verb, 1, binding.only, binding.by)
    press = binding.press
    if press.kind == "pair":
        for key, clicks in zip(m.pair(press), (1, -1), strict=True):
            own = handler._replace(clicks=clicks)
            if press.held:
                _, before = table.chords.get((press.held, "tap", key), (0, None))
                table.chords[(press.held, "tap", key)] = (0, _or_else(before, own))
            else:
                table.taps[key] = _or_else(table.taps.get(key), own)
    elif press.held:
        _, before = table.chords.get((press.held, press.kind, press.key), (0, None))
        table.chords[(press.held, press.kind, press.key)] = (press.ms, _or_else(before, handler))
    elif press.kind == "digits":
        return table._replace(digits=_or_else(table.digits, handler))
    elif press.kind == "tap":
        table.taps[press.key] = _or_else(table.taps.get(press.key), handler)
    elif press.kind == "hold":
        held = dict(table.holds.get(press.key, ()))
        held[press.ms] = _or_else(held.get(press.ms), handler)
        table.holds[press.key] = tuple(sorted(held.items(), key=lambda h: h[0]))
    elif press.kind == "turn":
        for dial in [press.key] if press.key else m.profile.dials:
            table.turns[dial] = _or_else(table.turns.get(dial), handler)
    return table
