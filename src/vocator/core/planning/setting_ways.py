"""The ways to bring a setting to a value: lists, panels, values changed at once, keys of their own.

``set_all`` chooses the cheapest way for each setting and puts them in an order in which
nothing is disturbed afterwards.
"""

from dataclasses import dataclass, field

from vocator.core.goals.effort import HOLD_EXTRA_S, TAP_S
from vocator.core.goals.sheet import When
from vocator.core.planning.draft import Draft
from vocator.core.planning.order import CHAPTER_OF, CHAPTERS, tour, without_disturbed
from vocator.core.planning.routes import Routes, key_for
from vocator.core.radio.display import display, lasting_icons
from vocator.core.radio.machine import with_item
from vocator.core.radio.profile import Amounts
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs import clicks_to

MANY_CLICKS = 60
QUICK_ENOUGH_S = 3.0


@dataclass(slots=True)
class Plan:
    """Which settings go by which way, each with its value; ``behind`` holds values in a list behind another."""

    choices: dict[int, int] = field(default_factory=dict)
    free: dict[int, int] = field(default_factory=dict)
    panels: dict[int, dict[int, int]] = field(default_factory=dict)
    lists: dict[int, dict[int, int]] = field(default_factory=dict)
    quick: dict[int, int] = field(default_factory=dict)
    opened: dict[int, int] = field(default_factory=dict)
    behind: dict[int, tuple[int, int]] = field(default_factory=dict)


def title_of(draft: Draft, setting: int) -> str:
    """Return the chapter that a setting belongs to."""
    return CHAPTER_OF.get(draft.twin.settings[setting].means, CHAPTERS[-1])


def set_all(
    draft: Draft, routes: Routes, needed: dict[int, int], whys: dict[int, str], title: str | None = None, leave: bool = True
) -> None:
    """Bring settings to their values by the cheapest ways, in the order of least effort.

    ``title`` puts all of it under one chapter.  A setting whose list stands behind the key
    of another is set together with that one.  ``leave`` False stays in the last list.
    """
    todo = {s: v for s, v in needed.items() if not draft.is_right(s, v)}
    todo = _by_clearing(draft, needed, without_disturbed(routes, todo))
    plan = _ways(draft, routes, needed, todo)
    for setting, value in plan.choices.items():
        _choose(draft, routes, setting, value, whys, title)
    for setting, value in plan.free.items():
        _set_by_free_key(draft, routes, setting, value, whys, title, plan.behind.get(setting))
    for panel, chosen in plan.panels.items():
        _set_in_panel(draft, routes, panel, chosen, whys, title)
    _set_in_lists(draft, routes, plan, whys, title, leave)
    by_key = [*((s, v, _set_quick) for s, v in plan.quick.items()), *((s, v, _set_opened) for s, v in plan.opened.items())]
    for setting, value, setter in sorted(by_key, key=lambda k: CHAPTERS.index(title_of(draft, k[0]))):
        setter(draft, routes, setting, value, whys, title)


def _by_clearing(draft: Draft, needed: dict[int, int], todo: dict[int, int]) -> dict[int, int]:
    """Leave to another setting what only keeping that one can put right."""
    for setting, x in enumerate(draft.twin.settings):
        cleared = [other for other, put_to in x.clears if todo.get(other) == put_to]
        if cleared and setting in needed:
            todo = {s: v for s, v in todo.items() if s not in cleared} | {setting: needed[setting]}
    return todo


def _ways(draft: Draft, routes: Routes, needed: dict[int, int], todo: dict[int, int]) -> Plan:
    twin, plan = draft.twin, Plan()
    todo = dict(todo)
    for use, value in needed.items():
        if twin.screens[twin.profile.screen("value")].kind != "value" or routes.to_setting(use) is None:
            continue
        hidden = twin.settings[use].then if twin.settings[use].then is not None else dict(twin.settings[use].inner).get(value)
        if hidden in todo or (use in todo and hidden in needed):
            assert hidden is not None
            plan.behind[use] = (hidden, needed[hidden])
            todo.pop(hidden, None)
            todo[use] = value
    for setting, value in todo.items():
        presses = routes.presses(twin.vfo, "step", twin.settings[setting].name)
        via, panel = routes.to_setting(setting), routes.panel_for(setting)
        if presses is not None and (via is None or _quick_s(draft, setting, value, presses) < QUICK_ENOUGH_S):
            plan.quick[setting] = value
        elif draft.known and setting in draft.state.free:
            plan.free[setting] = value
        elif via is not None:
            plan.lists.setdefault(via.list_screen, {})[setting] = value
        elif panel is not None and panel[1].verb == "take_value":
            plan.choices[setting] = value
        elif panel is not None:
            plan.panels.setdefault(panel[0], {})[setting] = value
        else:
            plan.opened[setting] = value
    _open_a_lone_one_by_its_own_key(draft, routes, plan)
    return plan


def _open_a_lone_one_by_its_own_key(draft: Draft, routes: Routes, plan: Plan) -> None:
    """Take the only setting of a visit to a list by the key that opens it at once, where that is less effort."""
    if len(plan.lists) != 1:
        return
    ((list_screen, chosen),) = plan.lists.items()
    if len(chosen) != 1:
        return
    ((setting, value),) = chosen.items()
    own = routes.presses(draft.twin.vfo, "open_value", draft.twin.settings[setting].name)
    if own is None or setting in plan.behind:
        return
    opening = routes.go_to_list(draft.state, list_screen)
    entry = next(i for i, e in enumerate(draft.twin.screens[list_screen].entries) if e.setting == setting)
    move_s = routes.list_move_s(list_screen, routes.cursor_at(draft.state, list_screen), entry)
    if sum(map(_press_s, own)) < sum(map(_press_s, opening)) + move_s + TAP_S:
        del plan.lists[list_screen]
        plan.opened[setting] = value


def _press_s(action: str) -> float:
    """Return the effort of a written tap or hold, in seconds."""
    _, _, held = action.strip("[]").partition(" ")
    return TAP_S if not held else HOLD_EXTRA_S + float(held.removesuffix("s"))


def _quick_s(draft: Draft, setting: int, value: int, presses: tuple[str, ...]) -> float:
    count = draft.twin.settings[setting].domain.count
    return ((value - draft.value(setting)) % count if setting in draft.certain else count - 1) * len(presses) * TAP_S


# -- keys of their own ------------------------------------------------------------------


def _own_icons(draft: Draft, setting: int) -> dict[int, str]:
    """Return the icon that each value lights and no other value does, for those that have one."""
    twin = draft.twin
    if setting not in twin.stored_place:
        return {}
    stored = twin.stored_from_vfo(draft.state)
    place = twin.stored_place[setting]
    lit = {
        value: set(lasting_icons(twin, stored._replace(values=with_item(stored.values, place, value))))
        for value in range(twin.settings[setting].domain.count)
    }
    return {
        value: sorted(own)[0]
        for value, icons in lit.items()
        if (own := icons - set().union(*(other for v, other in lit.items() if v != value)))
    }


def _set_quick(draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], title: str | None) -> None:
    """Step a setting by its key until it shows; where its value shows nothing, from what the others show."""
    twin, s = draft.twin, draft.twin.settings[setting]
    presses = routes.presses(twin.vfo, "step", s.name)
    assert presses is not None
    text, keys = s.domain.text(value), " ".join(presses)
    title, why = title or title_of(draft, setting), whys.get(setting, "")
    icons = _own_icons(draft, setting)
    shows = display(twin, twin.put(draft.state, setting, value)).stands(text)
    if value not in icons and not shows and len(icons) == s.domain.count - 1:
        options = []
        for other, icon in icons.items():
            times = (value - other) % s.domain.count
            words = f"If {icon} shows: {keys}{f', {times} times' if times > 1 else ''}, until {icon} is out"
            options.append((When(icon=icon), [keys] * times, words, why))
        draft.alternatives(title, options)
    else:
        shown = icons.get(value, text)
        draft.step(title, [f"{keys} until {shown}"], shows=shown, say=f"{s.name} {text}", why=why)
    draft.now_certain(setting)


def _set_by_free_key(
    draft: Draft,
    routes: Routes,
    setting: int,
    value: int,
    whys: dict[int, str],
    title: str | None,
    behind: tuple[int, int] | None,
) -> None:
    """Open a value by the free key that it was given to; keeping it leads home."""
    twin, s = draft.twin, draft.twin.settings[setting]
    key = twin.profile.free_keys[draft.state.free.index(setting)]
    keep = key_for(twin.screens[twin.profile.screen("value")], "keep_back")
    assert keep is not None
    title, why = title or title_of(draft, setting), whys.get(setting, "")
    change, clicks = change_to(draft, routes, setting, value, draft.value(setting))
    actions, text = [change], s.domain.text(value)
    if behind is not None:
        inner, more = change_to(draft, routes, behind[0], behind[1], draft.value(behind[0]))
        actions += [keep, inner]
        text, clicks = f"{text} {twin.settings[behind[0]].domain.text(behind[1])}", clicks + more
    draft.step(title, [f"[{key}]"], shows=_opened(twin, s.name), say=f"Free key {key}: {s.name} opens", why=why)
    draft.step(title, [*actions, keep], say=f"{s.name} to {text}, keep it{_many(clicks)}", why=why)
    draft.now_certain(setting)
    if behind is not None:
        draft.now_certain(behind[0])


def _opened(twin: Twin, name: str) -> str | None:
    """Return what an opened value shows of its name, None where its display shows the value alone."""
    return name if twin.screens[twin.profile.screen("value")].named else None


def _set_opened(draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], title: str | None) -> None:
    """Open a value by a key of its own, or by the key of the setting that it stands behind."""
    twin, s = draft.twin, draft.twin.settings[setting]
    presses = routes.presses(twin.vfo, "open_value", s.name)
    for use, x in enumerate(twin.settings):
        if presses is None and dict(x.inner).get(draft.value(use)) == setting:
            presses = routes.presses(twin.vfo, "open_inner", x.name)
    keep = key_for(twin.screens[twin.profile.screen("value")], "keep_back")
    assert presses is not None and keep is not None, f"{s.name} cannot be set"
    change, clicks = change_to(draft, routes, setting, value, draft.value(setting))
    text = s.domain.text(value)
    title, why = title or title_of(draft, setting), whys.get(setting, "")
    draft.step(title, list(presses), shows=_opened(twin, s.name), say=f"Open {s.name}", why=why)
    if change.isdigit():
        _type_and_look(draft, title, change, s.name, why)
    actions = [keep] if change.isdigit() else [change, keep]
    draft.step(title, actions, say=f"{s.name} to {text}, keep it{_many(clicks)}", why=why)
    draft.now_certain(setting)


def _type_and_look(draft: Draft, title: str, digits: str, name: str, why: str) -> None:
    """Type a value as a step of its own, so that a wrong digit is seen before it is kept."""
    draft.step(title, [digits], say=f"{name}: type {digits} and read it", why=why)
    shown = display(draft.twin, draft.state).main
    draft.expect_last(shown)


# -- panels -----------------------------------------------------------------------------


def _choose(draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], title: str | None) -> None:
    """Touch one of the values of a panel, which closes it."""
    twin, s = draft.twin, draft.twin.settings[setting]
    found = routes.panel_for(setting)
    assert found is not None
    text = s.domain.text(value)
    touch = key_for(twin.screens[found[0]], "take_value", f"{s.name}={text}")
    opening = routes.presses(twin.vfo, "open", twin.screens[found[0]].name)
    assert touch is not None and opening is not None
    why = whys.get(setting, "") or "the band keeps its own mode"
    draft.step(title or "Frequency", [*opening, touch], shows=text, say=f"{s.name}: {touch}", why=why)
    draft.now_certain(setting)


def _set_in_panel(
    draft: Draft, routes: Routes, panel: int, todo: dict[int, int], whys: dict[int, str], one_title: str | None
) -> None:
    twin, screen = draft.twin, draft.twin.screens[panel]
    opening = list(routes.presses(twin.vfo, "open", screen.name) or ())
    close = key_for(screen, "home")
    assert opening and close is not None
    title = one_title or CHAPTERS[-1]
    for setting in sorted(todo, key=lambda x: CHAPTERS.index(title_of(draft, x))):
        s = twin.settings[setting]
        text, why = s.domain.text(todo[setting]), whys.get(setting, "")
        title = one_title or title_of(draft, setting)
        found = routes.panel_for(setting)
        assert found is not None
        button = f"touch {s.name}"
        if opening:
            draft.step(title, opening, say=f"Open the panel: {', '.join(opening)}", why=why)
            opening = []
        if found[1].verb == "step":
            actions, clicks = [f"{button} until {text}"], 0
        else:
            change, clicks = change_to(draft, routes, setting, todo[setting], draft.value(setting))
            actions = [button, change, button]
        draft.step(title, actions, shows=f"{s.name} {text}", say=f"{s.name}: {text}{_many(clicks)}", why=why)
        draft.now_certain(setting)
    draft.step(title, [close], when=When(screen=screen.shows), say=f"Leave the panel: {close}", why="the settings are kept")


# -- lists ------------------------------------------------------------------------------


def _set_in_lists(draft: Draft, routes: Routes, plan: Plan, whys: dict[int, str], one_title: str | None, leave: bool) -> None:
    twin = draft.twin
    order = sorted(plan.lists, key=lambda x: min(CHAPTERS.index(title_of(draft, s)) for s in plan.lists[x]))
    title = one_title or CHAPTERS[0]
    for at, list_screen in enumerate(order):
        opening = routes.go_to_list(draft.state, list_screen)
        screen = twin.screens[list_screen]
        place = {e.setting: i for i, e in enumerate(screen.entries)}
        cursor = routes.cursor_at(draft.state, list_screen)
        in_order = tour(routes, list_screen, cursor, plan.lists[list_screen])
        for setting in in_order:
            title = one_title or title_of(draft, setting)
            value, why, behind = plan.lists[list_screen][setting], whys.get(setting, ""), plan.behind.get(setting)
            if screen.live:
                _set_live(draft, routes, list_screen, place[setting], value, opening, why, title)
            else:
                last = leave and at == len(order) - 1 and setting == in_order[-1]
                _set_one(draft, routes, list_screen, place[setting], value, opening, why, title, behind, last)
            opening = []
        if leave and screen.kind == "list" and at == len(order) - 1:
            leave_list(draft, routes, title, "the settings are kept")


def leave_list(draft: Draft, routes: Routes, title: str, why: str) -> None:
    """Leave the list that the draft stands in, if it does."""
    screen = draft.twin.screens[draft.state.screen]
    if screen.kind != "list":
        return
    keys = routes.leave_list(draft.state)
    word = "; it does not send there" if keys == ["[PTT]"] else ""
    times = f" {len(keys)} times" if len(keys) > 1 else ""
    say = f"Leave the list: {'tap ' if keys[0][0] == '[' else ''}{keys[0]}{times}{word}"
    draft.step(title, keys, when=When(screen=screen.shows), say=say, why=why)


def _set_one(
    draft: Draft,
    routes: Routes,
    list_screen: int,
    entry_at: int,
    value: int,
    opening: list[str],
    why: str,
    title: str,
    behind: tuple[int, int] | None,
    last: bool,
) -> None:
    """Open an entry, bring it to its value and keep it; the last one of a visit by a key that also leads home."""
    twin = draft.twin
    entry = twin.screens[list_screen].entries[entry_at]
    assert entry.setting is not None
    setting = twin.settings[entry.setting]
    value_screen = twin.screens[twin.profile.screen("value")]
    keep_key = key_for(value_screen, "keep_back")
    assert keep_key is not None
    actions = [*opening, *routes.open_entry(list_screen, routes.cursor_at(draft.state, list_screen), entry_at)]
    draft.step(title, actions, shows=_opened(twin, setting.name), say=f"Open {setting.name}", why=why)
    text = setting.domain.text(value)
    change, clicks = change_to(draft, routes, entry.setting, value, draft.state.value)
    turns = [change]
    if behind is not None:
        hidden, wanted = behind
        inner_key = keep_key if setting.then is not None else key_for(value_screen, "inner")
        assert inner_key is not None
        change, more = change_to(draft, routes, hidden, wanted, draft.value(hidden))
        turns += [inner_key, change]
        text, clicks = f"{text} {twin.settings[hidden].domain.text(wanted)}", clicks + more
    home = key_for(value_screen, "keep_home") if last and behind is None else None
    shows = None if twin.screens[list_screen].closes or home else entry.name
    if change.isdigit() and behind is None:
        _type_and_look(draft, title, change, setting.name, why)
        turns = []
    keeping = "keep it and leave" if home else "keep it"
    say = f"{setting.name} to {text}, {keeping}{_many(clicks)}"
    draft.step(title, [*turns, home or keep_key], shows=shows, say=say, why=why)
    draft.now_certain(entry.setting)
    if behind is not None:
        draft.now_certain(behind[0])


def _set_live(
    draft: Draft, routes: Routes, list_screen: int, entry_at: int, value: int, opening: list[str], why: str, title: str
) -> None:
    """Mark an entry whose value shows beside it, and change it at once."""
    twin, screen = draft.twin, draft.twin.screens[list_screen]
    entry = screen.entries[entry_at]
    assert entry.setting is not None
    s = twin.settings[entry.setting]
    go = routes.go_to_entry(list_screen, routes.cursor_at(draft.state, list_screen), entry_at)
    text, hz = s.domain.text(value), s.domain.meaning(value)
    if s.digits and int(hz) % s.digit_hz == 0:
        change = f"{int(hz) // s.digit_hz:0{s.digits}d}"
    else:
        adjusting = next(b for b in screen.bind if b.verb == "adjust")
        forward, back = twin.pair(adjusting.press)
        count, at = s.domain.count, draft.value(entry.setting)
        key = forward if entry.setting not in draft.certain or (value - at) % count <= count // 2 else back
        change = f"[{adjusting.press.held}]+[{key}] until {text}"
    draft.step(title, [*opening, *([go] if go else []), change], shows=text, say=f"{s.name} to {text}", why=why)
    draft.now_certain(entry.setting)


def change_to(draft: Draft, routes: Routes, setting: int, value: int, at: int) -> tuple[str, int]:
    """Return the action that brings the open value from ``at`` to the wanted one, and its clicks."""
    twin, s = draft.twin, draft.twin.settings[setting]
    count = s.domain.count
    screen = twin.profile.screen("value")
    if s.digits and not s.turned:
        return f"{int(s.domain.meaning(value)) // s.digit_hz:0{s.digits}d}", 0
    back = setting not in draft.certain and isinstance(s.domain, Amounts)
    if s.by_step:
        never = s.domain.count
        clicks_each_way = (clicks_to(twin, draft.state, setting, at, value, way) for way in (1, -1))
        ahead, behind = (never if clicks is None else clicks for clicks in clicks_each_way)
        way = -1 if back or behind < ahead else 1
        return f"{routes.turner(screen, 'change', way)} until {s.domain.text(value)}", min(ahead, behind)
    if not s.wraps and setting not in draft.certain and at == value:
        back = value < count - 1 - value  # where it stands already when new, look for it from its own end
    apart = (value - at) % count if s.wraps else abs(value - at)
    clicks = min(apart, count - apart) if s.wraps else apart
    return routes.until(screen, "change", at, value, count, s.wraps, s.domain.text(value), back), clicks


def _many(clicks: int) -> str:
    return f" (up to {clicks} clicks)" if clicks > MANY_CLICKS else ""
