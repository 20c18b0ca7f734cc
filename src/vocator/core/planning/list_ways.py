"""Settings brought to their values in lists and on panels."""

from dataclasses import dataclass, field

from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.changing import change_to, chapter_of, many_clicks, type_and_look
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import beyond_chapters, leave_by_search
from vocator.core.planning.order import CHAPTERS, tour
from vocator.core.planning.routes import Routes, key_for
from vocator.core.radio.screens import ListScreen


@dataclass(slots=True)
class Plan:
    """Which settings go by which way, each with its value; ``behind`` holds values in a list behind another."""

    choices: dict[int, int] = field(default_factory=dict)
    free: dict[int, int] = field(default_factory=dict)
    panels: dict[int, dict[int, int]] = field(default_factory=dict)
    lists: dict[int, dict[int, int]] = field(default_factory=dict)
    quick: dict[int, int] = field(default_factory=dict)
    opened: dict[int, int] = field(default_factory=dict)
    adjusted: dict[int, int] = field(default_factory=dict)
    behind: dict[int, tuple[int, int]] = field(default_factory=dict)


def set_in_panel(
    draft: Draft, routes: Routes, panel: int, todo: dict[int, int], whys: dict[int, str], one_chapter: ChapterKind | None
) -> None:
    """Open a panel and bring its settings to their values."""
    twin, screen = draft.twin, draft.twin.screens[panel]
    opening = list(routes.presses(twin.vfo, "open", screen.name) or ())
    close = key_for(screen, "home")
    assert opening and close is not None
    chapter = one_chapter or CHAPTERS[-1]
    for setting in sorted(todo, key=lambda x: CHAPTERS.index(chapter_of(draft, x))):
        s = twin.settings[setting]
        text, why = s.domain.text(todo[setting]), whys.get(setting, "")
        chapter = one_chapter or chapter_of(draft, setting)
        found = routes.panel_for(setting)
        assert found is not None
        button = f"touch {s.name}"
        if found[1].verb == "step":
            actions, clicks = [*opening, f"{button} until {text}"], 0
        else:
            change, clicks = change_to(draft, routes, setting, todo[setting], draft.value(setting))
            actions = [*opening, button, change, button]
        opening = []
        draft.step(chapter, actions, shows=f"{s.name} {text}", say=f"{s.name}: {text}{many_clicks(clicks)}", why=why)
        draft.now_certain(setting)
    draft.step(
        chapter, [close], when=When(screen=screen.shows), say=f"If the panel is still open: {close}", why="the settings are kept"
    )


# -- lists ------------------------------------------------------------------------------


def set_in_lists(
    draft: Draft, routes: Routes, plan: Plan, whys: dict[int, str], one_chapter: ChapterKind | None, leave: bool
) -> None:
    """Open each list once and bring its settings to their values, in the order of least effort."""
    twin = draft.twin
    order = sorted(plan.lists, key=lambda x: min(CHAPTERS.index(chapter_of(draft, s)) for s in plan.lists[x]))
    chapter = one_chapter or CHAPTERS[0]
    for at, list_screen in enumerate(order):
        opening = routes.go_to_list(draft.state, list_screen)
        screen = twin.list_at(list_screen)
        place = {e.setting: i for i, e in enumerate(screen.entries)}
        cursor = routes.cursor_at(draft.state, list_screen)
        in_order = tour(routes, list_screen, cursor, plan.lists[list_screen])
        for setting in in_order:
            chapter = one_chapter or chapter_of(draft, setting)
            value, why, behind = plan.lists[list_screen][setting], whys.get(setting, ""), plan.behind.get(setting)
            if screen.live:
                _set_live(draft, routes, list_screen, place[setting], value, opening, why, chapter)
            else:
                last = leave and at == len(order) - 1 and setting == in_order[-1]
                _set_one(draft, routes, list_screen, place[setting], value, opening, why, chapter, behind, last)
            opening = []
        if leave and at == len(order) - 1:
            leave_list(draft, routes, chapter, "the settings are kept")


def leave_list(draft: Draft, routes: Routes, chapter: ChapterKind, why: str) -> None:
    """Leave the list that the draft stands in, if it does."""
    screen = draft.twin.screens[draft.state.screen]
    if not isinstance(screen, ListScreen):
        return
    if beyond_chapters(draft.twin):
        leave_by_search(draft, chapter, why)
        return
    keys = routes.leave_list(draft.state)
    word = "; it does not send there" if keys == ["[PTT]"] else ""
    times = f" {len(keys)} times" if len(keys) > 1 else ""
    say = f"If the list is still open: {'tap ' if keys[0][0] == '[' else ''}{keys[0]}{times}{word}"
    draft.step(chapter, keys, when=When(screen=screen.shows), say=say, why=why)


def _set_one(
    draft: Draft,
    routes: Routes,
    list_screen: int,
    entry_at: int,
    value: int,
    opening: list[str],
    why: str,
    chapter: ChapterKind,
    behind: tuple[int, int] | None,
    last: bool,
) -> None:
    """Open an entry, bring it to its value and keep it; the last one of a visit by a key that also leads home."""
    twin = draft.twin
    entry = twin.list_at(list_screen).entries[entry_at]
    assert entry.setting is not None
    setting = twin.settings[entry.setting]
    value_screen = twin.screens[twin.profile.screen("value")]
    keep_key = key_for(value_screen, "keep_back")
    assert keep_key is not None
    opening = [*opening, *routes.open_entry(list_screen, routes.cursor_at(draft.state, list_screen), entry_at)]
    standing = draft.after(opening)
    text = setting.domain.text(value)
    change, clicks = change_to(draft, routes, entry.setting, value, standing.value)
    turns = [*opening, change]
    if behind is not None:
        hidden, wanted = behind
        inner_key = keep_key if setting.then is not None else key_for(value_screen, "inner")
        assert inner_key is not None
        change, more = change_to(draft, routes, hidden, wanted, draft.value(hidden))
        turns += [inner_key, change]
        text, clicks = f"{text} {twin.settings[hidden].domain.text(wanted)}", clicks + more
    home = key_for(value_screen, "keep_home") if last and behind is None else None
    shows = None if twin.list_at(list_screen).closes or home else entry.name
    if change.isdigit() and behind is None:
        type_and_look(draft, chapter, turns, setting.name, why)
        turns = []
    keeping = "keep it and leave" if home else "keep it"
    say = f"{setting.name} to {text}, {keeping}{many_clicks(clicks)}"
    draft.step(chapter, [*turns, home or keep_key], shows=shows, say=say, why=why)
    draft.now_certain(entry.setting)
    if behind is not None:
        draft.now_certain(behind[0])


def _set_live(
    draft: Draft, routes: Routes, list_screen: int, entry_at: int, value: int, opening: list[str], why: str, chapter: ChapterKind
) -> None:
    """Mark an entry whose value shows beside it, and change it at once."""
    twin, screen = draft.twin, draft.twin.list_at(list_screen)
    entry = screen.entries[entry_at]
    assert entry.setting is not None
    s = twin.settings[entry.setting]
    go = routes.go_to_entry(list_screen, routes.cursor_at(draft.state, list_screen), entry_at)
    text, hz = s.domain.text(value), s.domain.meaning(value)
    if s.digits and hz.isdigit() and int(hz) % s.digit_hz == 0:
        change = f"{int(hz) // s.digit_hz:0{s.digits}d}"
    else:
        adjusting = next(b for b in screen.bind if b.verb == "adjust")
        forward, back = twin.pair(adjusting.press)
        count, at = s.domain.count, draft.value(entry.setting)
        key = forward if entry.setting not in draft.certain or (value - at) % count <= count // 2 else back
        change = f"[{adjusting.press.held}]+[{key}] until {text}"
    draft.step(chapter, [*opening, *([go] if go else []), change], shows=text, say=f"{s.name} to {text}", why=why)
    draft.now_certain(entry.setting)
