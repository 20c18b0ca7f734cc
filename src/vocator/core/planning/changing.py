"""How an open value is brought to another one, and what is said of it."""

from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.order import CHAPTER_OF, CHAPTERS
from vocator.core.planning.routes import Routes
from vocator.core.radio.display import display
from vocator.core.radio.domain import Amounts
from vocator.core.radio.moved_values import clicks_to

MANY_CLICKS = 60


def chapter_of(draft: Draft, setting: int) -> ChapterKind:
    """Return the chapter that a setting belongs to."""
    return CHAPTER_OF.get(draft.twin.settings[setting].means, CHAPTERS[-1])


def type_and_look(draft: Draft, chapter: ChapterKind, actions: list[str] | tuple[str, ...], name: str, why: str) -> None:
    """Open a value and type it, the last of some actions, so that a wrong digit is seen before it is kept."""
    draft.step(chapter, actions, say=f"{name}: type {actions[-1]} and read it", why=why)
    shown = display(draft.twin, draft.state).main
    draft.expect_last(shown)


# -- panels -----------------------------------------------------------------------------


def change_to(draft: Draft, routes: Routes, setting: int, value: int, at: int) -> tuple[str, int]:
    """Return the action that brings the open value from ``at`` to the wanted one, and its clicks."""
    twin, s = draft.twin, draft.twin.settings[setting]
    count = s.domain.count
    screen = twin.profile.screen("value")
    if s.digits and not s.turned:
        return f"{int(s.domain.meaning(value)) // s.digit_hz:0{s.digits}d}", 0
    back = setting not in draft.certain and isinstance(s.domain, Amounts) and value <= at
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


def many_clicks(clicks: int) -> str:
    """Say how many clicks there may be, where they are many."""
    return f" (up to {clicks} clicks)" if clicks > MANY_CLICKS else ""
