"""The look at a setting that was put to a value: an icon, or the value opened once more and left."""

from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import beyond_chapters, leave_by_search
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.routes import Routes, key_for
from vocator.core.planning.way_home import way_out

WHY = "the value as it stands now"


def look_at(draft: Draft, routes: Routes, setting: int) -> None:
    """See a setting on the display, by its icon or where its value is opened, and leave that as it is."""
    twin, s = draft.twin, draft.twin.settings[setting]
    text = s.domain.text(draft.value(setting))
    if beyond_chapters(twin):
        leave_by_search(draft, ChapterKind.SET, "the setting is kept")
    icon = next(((icon, value) for icon, of, value in twin.set_icons if of == setting), None)
    lit = icon is not None and icon[1] == draft.value(setting)
    if icon is not None and (lit or s.domain.count == 2):
        leave_list(draft, routes, ChapterKind.SET, "the setting is kept")
        say = f"Look: {icon[0]} {'shows' if lit else 'does not show'}: {s.name} is {text}"
        draft.step(ChapterKind.READ_BACK, [], shows=icon[0] if lit else None, say=say, why="the icon tells it")
        return
    via, own = routes.to_setting(setting), routes.presses(twin.vfo, "open_value", s.name)
    panel = routes.panel_for(setting)
    if via is not None:
        _in_list(draft, routes, via.list_screen, via.entry, s.name, text)
    elif own is not None:
        draft.step(ChapterKind.READ_BACK, own, shows=text, say=f"Open {s.name} once more: {text} shows", why=WHY)
        _leave(draft, s.name)
    elif panel is not None and panel[1].verb == "step":
        opening = routes.presses(twin.vfo, "open", twin.screens[panel[0]].name)
        close = key_for(twin.screens[panel[0]], "home")
        assert opening is not None and close is not None
        say = f"Open the panel once more: {s.name} {text} shows"
        draft.step(ChapterKind.READ_BACK, opening, shows=f"{s.name} {text}", say=say, why=WHY)
        draft.step(ChapterKind.READ_BACK, [close], say=f"Leave the panel: {close}", why="nothing is changed")
    else:
        draft.step(ChapterKind.READ_BACK, [], say=f"Look: nothing is open; {s.name} is {text}", why="its key showed it")


def _in_list(draft: Draft, routes: Routes, list_screen: int, entry: int, name: str, text: str) -> None:
    opening = routes.go_to_list(draft.state, list_screen)
    cursor = routes.cursor_at(draft.state, list_screen)
    if draft.twin.list_at(list_screen).live:
        go = routes.go_to_entry(list_screen, cursor, entry)
        actions = [*opening, *([go] if go else [])]
        draft.step(ChapterKind.READ_BACK, actions, shows=text, say=f"Find {name} once more: {text} stands beside it", why=WHY)
        leave_list(draft, routes, ChapterKind.READ_BACK, "nothing is changed")
        return
    actions = [*opening, *routes.open_entry(list_screen, cursor, entry)]
    draft.step(ChapterKind.READ_BACK, actions, shows=text, say=f"Open {name} once more: {text} shows", why=WHY)
    _leave(draft, name)


def _leave(draft: Draft, name: str) -> None:
    keys = way_out(draft.twin, draft.state)
    draft.step(ChapterKind.READ_BACK, keys, say=f"Leave {name}: {', '.join(keys)}", why="nothing is changed")
    leave_by_search(draft, ChapterKind.READ_BACK, "nothing is changed")
