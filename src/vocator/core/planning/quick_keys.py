"""Keys that step a setting on at rest, and how its value is told by icons."""

from collections import Counter

from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.changing import chapter_of
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.radio.display import display, lasting_icons
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.twin import Twin


@per_machine
def keys_hang_on(twin: Twin) -> dict[int, int]:
    """Return the settings on which keys at rest hang, each with the value at which most of them work."""
    hanging = Counter(b.only for x in twin.screens if x.over_rest for b in x.bind if b.only is not None)
    return {
        s: max((v for t, v in hanging if t == s), key=lambda v: hanging[(s, v)]) for s in dict.fromkeys(t for t, _ in hanging)
    }


def own_icons(draft: Draft, setting: int) -> dict[int, str]:
    """Return the icon that each value lights and no other value does, for those that have one."""
    twin = draft.twin
    if setting not in twin.stored_place:
        return {value: icon for icon, of, value in twin.set_icons if of == setting}
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


def set_quick(draft: Draft, routes: Routes, setting: int, value: int, whys: dict[int, str], chapter: ChapterKind | None) -> None:
    """Step a setting by its key until it shows; where its value shows nothing, from what the others show."""
    twin, s = draft.twin, draft.twin.settings[setting]
    presses = routes.presses(twin.vfo, "step", s.name)
    assert presses is not None
    text, keys = s.domain.text(value), " ".join(presses)
    chapter, why = chapter or chapter_of(draft, setting), whys.get(setting, "")
    icons = own_icons(draft, setting)
    shows = display(twin, twin.put(draft.state, setting, value)).stands(text)
    if value not in icons and not shows and len(icons) == s.domain.count - 1:
        options = []
        for other, icon in icons.items():
            times = (value - other) % s.domain.count
            words = f"If {icon} shows: {keys}{f', {times} times' if times > 1 else ''}, until {icon} is out"
            options.append((When(icon=icon), [keys] * times, words, why))
        draft.alternatives(chapter, options)
    else:
        shown = icons.get(value, text)
        draft.step(chapter, [f"{keys} until {shown}"], shows=shown, say=f"{s.name} {text}", why=why)
    draft.now_certain(setting)
