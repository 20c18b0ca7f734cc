"""The order of settings in a sheet: derived from what disturbs what, then made short."""

from functools import cache

from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.routes import Routes
from vocator.core.radio.profile import Means

CHAPTER_OF: dict[Means, ChapterKind] = {
    Means.TRANSMIT_ROW: ChapterKind.CLEAR,
    Means.REVERSE: ChapterKind.CLEAR,
    Means.STEP: ChapterKind.FREQUENCY,
    Means.BAND: ChapterKind.FREQUENCY,
    Means.MODE: ChapterKind.FREQUENCY,
    Means.SEND_FREQUENCY: ChapterKind.SHIFT,
    Means.POLARITY: ChapterKind.TONE,
    Means.SHIFT: ChapterKind.SHIFT,
    Means.OFFSET: ChapterKind.SHIFT,
    Means.TONE_USE: ChapterKind.TONE,
    Means.TONE: ChapterKind.TONE,
    Means.CODE: ChapterKind.TONE,
    Means.SEND_TONE: ChapterKind.TONE,
    Means.OPEN_TONE: ChapterKind.TONE,
    Means.SEND_USE: ChapterKind.TONE,
    Means.OPEN_USE: ChapterKind.TONE,
    Means.SEND_CODE: ChapterKind.TONE,
    Means.OPEN_CODE: ChapterKind.TONE,
    Means.WIDTH: ChapterKind.WIDTH_AND_POWER,
    Means.POWER: ChapterKind.WIDTH_AND_POWER,
}
CHAPTERS = (ChapterKind.CLEAR, ChapterKind.FREQUENCY, ChapterKind.SHIFT, ChapterKind.TONE, ChapterKind.WIDTH_AND_POWER)
OUT_OF_ORDER_S = 1.0


def without_disturbed(routes: Routes, todo: dict[int, int]) -> dict[int, int]:
    """Leave out what setting another one does anyway."""
    settings = routes.twin.settings
    done_by_others = {
        other
        for setting, value in todo.items()
        if value
        for other, put_to in settings[setting].disturbs
        if todo.get(other) == put_to
    }
    return {s: v for s, v in todo.items() if s not in done_by_others}


def tour(routes: Routes, list_screen: int, at: int, todo: dict[int, int]) -> list[int]:
    """Return the settings of one list in the order of least effort.

    What disturbs comes before what it disturbs; going back in the order of work costs
    a little, so that chapters stay together where that is nearly as short.
    """
    settings = routes.twin.settings
    place = {e.setting: i for i, e in enumerate(routes.twin.list_at(list_screen).entries) if e.setting in todo}
    names = tuple(todo)

    def chapter(setting: int) -> int:
        return CHAPTERS.index(CHAPTER_OF.get(settings[setting].means, CHAPTERS[-1]))

    def before(first: int, second: int) -> bool:
        return any(other == second for other, _ in settings[first].disturbs if todo[first])

    @cache
    def best(done: frozenset[int], last: int) -> tuple[float, tuple[int, ...]]:
        left = [s for s in names if s not in done]
        if not left:
            return 0.0, ()
        options = []
        for setting in left:
            if any(before(other, setting) for other in left if other != setting):
                continue
            cursor = place[last] if last >= 0 else at
            cost = routes.list_move_s(list_screen, cursor, place[setting])
            if last >= 0 and chapter(setting) < chapter(last):
                cost += OUT_OF_ORDER_S
            rest, following = best(done | {setting}, setting)
            options.append((cost + rest, (setting, *following)))
        return min(options)

    return list(best(frozenset(), -1)[1])
