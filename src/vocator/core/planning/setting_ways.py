"""The ways to bring a setting to a value: lists, panels, values changed at once, keys of their own.

``set_all`` chooses the cheapest way for each setting and puts them in an order in which
nothing is disturbed afterwards.
"""

from vocator.core.goals.effort import HOLD_EXTRA_S, TAP_S
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.changing import change_to, chapter_of, many_clicks, type_and_look
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import beyond_chapters, set_by_search
from vocator.core.planning.list_ways import Plan, set_in_lists, set_in_panel
from vocator.core.planning.order import CHAPTERS, without_disturbed
from vocator.core.planning.quick_keys import set_quick
from vocator.core.planning.routes import Routes, key_for
from vocator.core.radio.screens import Binding, ValueScreen

QUICK_ENOUGH_S = 3.0


def set_all(
    draft: Draft,
    routes: Routes,
    needed: dict[int, int],
    whys: dict[int, str],
    chapter: ChapterKind | None = None,
    leave: bool = True,
) -> None:
    """Bring settings to their values by the cheapest ways, in the order of least effort.

    ``chapter`` puts all of it under one chapter.  A setting whose list stands behind the key
    of another is set together with that one.  ``leave`` False stays in the last list.
    """
    right = draft.left_as_they_are(needed)
    todo = {s: v for s, v in needed.items() if s not in right}
    todo = _by_clearing(draft, needed, without_disturbed(routes, todo))
    if beyond_chapters(draft.twin):
        set_by_search(draft, todo, whys, chapter, leave)
        return
    plan = _ways(draft, routes, needed, todo)
    for setting, value in plan.choices.items():
        _choose(draft, routes, setting, value, whys, chapter)
    for setting, value in plan.free.items():
        _set_by_free_key(draft, routes, setting, value, whys, chapter, plan.behind.get(setting))
    for panel, chosen in plan.panels.items():
        set_in_panel(draft, routes, panel, chosen, whys, chapter)
    set_in_lists(draft, routes, plan, whys, chapter, leave)
    by_key = [
        *((s, v, _set_adjusted) for s, v in plan.adjusted.items()),
        *((s, v, set_quick) for s, v in plan.quick.items()),
        *((s, v, _set_opened) for s, v in plan.opened.items()),
    ]
    for setting, value, setter in sorted(by_key, key=lambda k: CHAPTERS.index(chapter_of(draft, k[0]))):
        setter(draft, routes, setting, value, whys, chapter)


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
        if not isinstance(twin.screens[twin.profile.screen("value")], ValueScreen) or routes.to_setting(use) is None:
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
        elif _adjusting(routes, setting) is not None:
            plan.adjusted[setting] = value
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
    entry = next(i for i, e in enumerate(draft.twin.list_at(list_screen).entries) if e.setting == setting)
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


def _adjusting(routes: Routes, setting: int) -> Binding | None:
    """Return what turns a setting at once in VFO mode, mostly with a key down."""
    twin = routes.twin
    name = twin.settings[setting].name
    return next((b for b in twin.screens[twin.vfo].bind if b.verb == "adjust" and b.arg == name), None)


def _set_adjusted(
    draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], chapter: ChapterKind | None
) -> None:
    """Turn a setting at rest, mostly with a key down, until its value shows."""
    twin, s = draft.twin, draft.twin.settings[setting]
    binding = _adjusting(routes, setting)
    assert binding is not None
    text, held = s.domain.text(value), binding.press.held
    pair = "/" in binding.press.key
    turner = f"[{twin.pair(binding.press)[0]}]" if pair else binding.press.key if not held else twin.profile.dials[0]
    chord, words = (f"[{held}]+", f", {held} down") if held else ("", f": turn {turner}")
    why = whys.get(setting, "")
    draft.step(
        chapter or chapter_of(draft, setting),
        [f"{chord}{turner} until {text}"],
        say=f"{s.name} to {text}{words}",
        why=why,
    )
    draft.now_certain(setting)


def _set_by_free_key(
    draft: Draft,
    routes: Routes,
    setting: int,
    value: int,
    whys: dict[int, str],
    chapter: ChapterKind | None,
    behind: tuple[int, int] | None,
) -> None:
    """Open a value by the free key that it was given to; keeping it leads home."""
    twin, s = draft.twin, draft.twin.settings[setting]
    key = twin.profile.free_keys[draft.state.free.index(setting)]
    keep = key_for(twin.screens[twin.profile.screen("value")], "keep_back")
    assert keep is not None
    chapter, why = chapter or chapter_of(draft, setting), whys.get(setting, "")
    change, clicks = change_to(draft, routes, setting, value, draft.value(setting))
    actions, text = [change], s.domain.text(value)
    if behind is not None:
        inner, more = change_to(draft, routes, behind[0], behind[1], draft.value(behind[0]))
        actions += [keep, inner]
        text, clicks = f"{text} {twin.settings[behind[0]].domain.text(behind[1])}", clicks + more
    words = f"Free key {key} opens {s.name}: {text}, keep it{many_clicks(clicks)}"
    draft.step(chapter, [f"[{key}]", *actions, keep], say=words, why=why)
    draft.now_certain(setting)
    if behind is not None:
        draft.now_certain(behind[0])


def _set_opened(
    draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], chapter: ChapterKind | None
) -> None:
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
    chapter, why = chapter or chapter_of(draft, setting), whys.get(setting, "")
    opening = list(presses)
    if change.isdigit():
        type_and_look(draft, chapter, [*opening, change], s.name, why)
    actions = [keep] if change.isdigit() else [*opening, change, keep]
    draft.step(chapter, actions, say=f"{s.name} to {text}, keep it{many_clicks(clicks)}", why=why)
    draft.now_certain(setting)


def _choose(draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], chapter: ChapterKind | None) -> None:
    """Touch one of the values of a panel, which closes it."""
    twin, s = draft.twin, draft.twin.settings[setting]
    found = routes.panel_for(setting)
    assert found is not None
    text = s.domain.text(value)
    touch = key_for(twin.screens[found[0]], "take_value", f"{s.name}={text}")
    opening = routes.presses(twin.vfo, "open", twin.screens[found[0]].name)
    assert touch is not None and opening is not None
    why = whys.get(setting, "") or "the band keeps its own mode"
    draft.step(chapter or ChapterKind.FREQUENCY, [*opening, touch], shows=text, say=f"{s.name}: {touch}", why=why)
    draft.now_certain(setting)
