"""Steps made of ways that are found by search: settings, the frequency, leaving what is open."""

from itertools import pairwise

from vocator.core.goals.goal import Beyond
from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.changing import chapter_of, type_and_look
from vocator.core.planning.draft import Draft
from vocator.core.planning.finding import way_to_frequency, way_to_rest, way_to_value
from vocator.core.planning.order import CHAPTERS
from vocator.core.planning.quick_keys import set_quick
from vocator.core.planning.routes import Routes, binding_for
from vocator.core.radio.kept import per_machine
from vocator.core.radio.screens import FiguresScreen, ListScreen, PageScreen
from vocator.core.radio.twin import Twin


@per_machine
def beyond_chapters(twin: Twin) -> bool:
    """Whether a radio has keys, lists or editors of a form that the chapters' own ways do not know."""
    for screen in twin.screens:
        if isinstance(screen, (PageScreen, FiguresScreen)) or any(b.only or b.by > 1 or b.stops for b in screen.bind):
            return True
        if not isinstance(screen, ListScreen):
            continue
        if screen.opens or (not binding_for(screen, "home") and not binding_for(screen, "back")):
            return True
        if any(not binding_for(screen, "open_entry") and e.setting is not None for e in screen.entries):
            return not screen.live and not screen.touched
        texts = [e.text for e in screen.entries]
        if len(set(texts)) < len(texts) or any(e.shown for e in screen.entries):
            return True
    value = twin.profile.screen("value")
    return any(x.typed != "hertz" or at != value for x, at in zip(twin.settings, twin.editors, strict=True))


def set_by_search(draft: Draft, todo: dict[int, int], whys: dict[int, str], one: ChapterKind | None, leave: bool) -> None:
    """Bring settings to their values by ways that are found on the twin; raises Beyond where none is."""
    twin = draft.twin
    chapter = one or CHAPTERS[0]
    for setting in _in_order(draft, todo):
        chapter, x = one or chapter_of(draft, setting), twin.settings[setting]
        text = x.domain.text(todo[setting])
        way = way_to_value(twin, draft.state, setting, todo[setting])
        if way is None and Routes(twin).presses(twin.vfo, "step", x.name) is not None:
            leave_by_search(draft, chapter, "its key works at rest")
            set_quick(draft, Routes(twin), setting, todo[setting], whys, chapter)
            continue
        if way is None:
            raise Beyond(x.name, "no key that is described leads to it", f"Describe how {x.name} is opened, changed and kept.")
        why, name = whys.get(setting, ""), x.shown or x.name
        at = next((i for i, action in enumerate(way) if len(action) > 2 and action.replace(".", "").isdigit()), None)
        if at is not None and at < len(way) - 1:
            type_and_look(draft, chapter, way[: at + 1], name, why)
            way = way[at + 1 :]
        draft.step(chapter, way, say=f"{name} to {text}", why=why)
        draft.now_certain(setting)
    if leave:
        leave_by_search(draft, chapter, "the settings are kept")


def _in_order(draft: Draft, todo: dict[int, int]) -> list[int]:
    """Return settings in the order of work, each after those that disturb it."""
    settings = draft.twin.settings
    order = sorted(todo, key=lambda s: CHAPTERS.index(chapter_of(draft, s)))
    for _ in order:
        for first, second in pairwise(order):
            if any(other == first and todo[second] for other, _ in settings[second].disturbs):
                at = order.index(first)
                order[at], order[at + 1] = second, first
    return order


def leave_by_search(draft: Draft, chapter: ChapterKind, why: str) -> None:
    """Leave what is open, a page too, where anything is."""
    twin = draft.twin
    if twin.at_rest(draft.state):
        return
    way = way_to_rest(twin, draft.state)
    screen = twin.screens[draft.state.screen]
    if way is None:
        raise Beyond(screen.name, "no key that is described leaves it", f"Describe what leaves {screen.name}.")
    words = ", then ".join(a.strip("[]") for a in way)
    what = "page" if isinstance(screen, PageScreen) else "list" if isinstance(screen, ListScreen) else "display"
    when = None if isinstance(screen, PageScreen) else When(screen=screen.shows)
    draft.step(chapter, way, when=when, say=f"Leave the {what}: {words}", why=why)


def type_by_search(draft: Draft, hz: int, chapter: ChapterKind, why: str, looks: bool) -> None:
    """Put a frequency (hertz) into the VFO by a way that is found on the twin; raises Beyond where none is."""
    twin = draft.twin
    way = way_to_frequency(twin, draft.state, hz)
    if way is None:
        raise Beyond("frequency", "no key that is described leads to it", "Describe how a frequency is typed or turned.")
    shown = twin.frequency(hz)
    draft.step(chapter, way, shows=shown if looks else None, say=f"Frequency {shown}: {' '.join(way)}", why=why)


def and_back(draft: Draft, actions: tuple[str, ...]) -> list[str]:
    """Return presses with what leaves the page, where they end on one."""
    end = draft.after(list(actions))
    if not isinstance(draft.twin.screens[end.screen], PageScreen):
        return list(actions)
    return [*actions, *(way_to_rest(draft.twin, end) or ())]
