"""Dialogues that ask for several things in a row, of which nothing is kept before the end: slot, label, settings, yes or no."""

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import ChapterKind, Loss, LossKind, SlotLook, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.finding import pressed, turn_keys
from vocator.core.planning.routes import Routes, binding_for, key_for, press_text
from vocator.core.planning.slot_chapters import open_via, pick_slot
from vocator.core.planning.slot_look import leaving_words
from vocator.core.planning.way_home import way_out
from vocator.core.radio.kept import with_item
from vocator.core.radio.screens import LabelScreen, ListScreen, PickerScreen, QuestionScreen, Screen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

MOST_PARTS = 12
ENDS = ("write_all", "change_all", "keep_all")


def dialogue_of(twin: Twin) -> PickerScreen | None:
    """Return the list of slots that a store's dialogue begins with, None where a slot is written at once."""
    pickers = twin.pickers
    if any(binding_for(s, "write") for s in pickers):
        return None
    return next((s for s in pickers if binding_for(s, "onto")), None)


def change_dialogue(twin: Twin) -> str | None:
    """Return the press in memory mode that opens the dialogue which changes what a slot holds, None where there is none."""
    for binding in twin.screens[twin.memory].bind:
        if binding.verb == "open" and "change_all" in _ahead(twin, twin.screens[twin.profile.screen(binding.arg)]):
            return press_text(binding.press)
    return None


def store_in_dialogue(draft: Draft, routes: Routes, goal: Goal, picker: PickerScreen, group: tuple[int, int] | None) -> None:
    """Pick the slot, answer what the dialogue asks, and say yes at its end."""
    twin = draft.twin
    slot = twin.profile.slot_text(goal.slot)
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    window = picker.quiet_ms / 1000 if picker.window else 0
    why = "nothing is written before the last question" + (f"; {window:g} s from the last key" if window else "")
    draft.step(
        ChapterKind.STORE, [*opening, *pick_slot(draft, routes, picker, goal.slot)], shows=slot, say=f"Pick slot {slot}", why=why
    )
    onward = key_for(picker, "onto")
    assert onward is not None
    draft.step(ChapterKind.STORE, [onward], say=f"Slot {slot}: go on, {onward}", why=why)
    answer_parts(draft, goal.channel.label, dict([group] if group else []), goal.slot, goal.replaces)


def answer_parts(draft: Draft, label: str | None, settings: dict[int, int], slot: int, replaces: bool = False) -> None:
    """Answer the parts of the dialogue that is open, one after the other, and end it; what is not asked for becomes new, or stays."""
    twin = draft.twin
    for _ in range(MOST_PARTS):
        screen = twin.screens[draft.state.screen]
        if screen.over_rest or isinstance(screen, (ListScreen, PickerScreen)):
            return
        keys = {does.name: press_text(p) for p, does in reversed(list(pressed(twin, draft.state)))}
        end = next((keys[e] for e in ENDS if e in keys), None)
        onward = keys.get("onto") or end
        assert onward is not None, f"{screen.name}: no key goes on"
        if isinstance(screen, QuestionScreen):
            _last_question(draft, screen, onward, slot, replaces)
            continue
        actions, words = _answered(draft, screen, label, settings, "change_all" in _ahead(twin, screen))
        say = f"{words}, go on: {onward}" if words else f"Go on: {onward}"
        draft.step(ChapterKind.STORE, [*actions, onward], say=say, why="part of the dialogue; it waits for its end")


def _ahead(twin: Twin, screen: Screen) -> set[str]:
    """Return the verbs that the dialogue leads to from a screen."""
    found: set[str] = set()
    queue = [screen]
    seen: set[str] = set()
    while queue:
        at = queue.pop()
        if at.name in seen:
            continue
        seen.add(at.name)
        found |= {b.verb for b in at.bind}
        queue += [twin.screens[twin.profile.screen(b.arg)] for b in at.bind if b.verb == "onto"]
    return found


def _answered(draft: Draft, screen: Screen, label: str | None, settings: dict[int, int], changes: bool) -> tuple[list[str], str]:
    """Return the actions that answer one part, and what is said of them."""
    twin, s = draft.twin, draft.state
    if isinstance(screen, LabelScreen):
        if label is None and changes:
            return [], ""
        return label_actions(twin, s, screen, label or ""), f"Label {label}" if label else "No label: spaces"
    x = twin.settings[s.opened]
    if s.opened not in settings and changes:
        return [], ""
    text = x.domain.text(settings.get(s.opened, x.new[0]))
    turner = next((t for t, way, _ in turn_keys(twin, s, "change") if way > 0), None)
    assert turner is not None, f"{x.name}: nothing turns it"
    return [f"{turner} until {text}"], f"{x.shown or x.name} {text}"


def label_actions(twin: Twin, s: State, screen: LabelScreen, label: str) -> list[str]:
    """Return the actions that write a label place by place over whatever stands there; what is left becomes spaces."""
    onward = key_for(screen, "onward") or key_for(screen, "push_on")
    turner = next((t for t, way, _ in turn_keys(twin, s, "choose") if way > 0), None)
    back = next((t for t, way, _ in turn_keys(twin, s, "choose") if way < 0), turner)
    assert onward is not None and turner is not None, f"{screen.name}: nothing chooses a letter"
    places = label.ljust(screen.length) if screen.label_starts == "old" else label
    lines, count = [], len(screen.characters)
    for at, letter in enumerate(places):
        stands = s.letters[at] if at < len(s.letters) and s.letters[at] in screen.characters else screen.characters[0]
        ahead = (screen.characters.index(letter) - screen.characters.index(stands)) % count
        way = turner if ahead <= count - ahead else back
        lines.append(f"{way} until {'space' if letter == ' ' else letter}" + (f" {onward}" if at < len(places) - 1 else ""))
    return lines


def _last_question(draft: Draft, screen: QuestionScreen, yes: str, slot: int, replaces: bool) -> None:
    """Say yes at the end; where a taken slot is asked for in other words, only on purpose."""
    twin = draft.twin
    text, s = twin.profile.slot_text(slot), draft.state
    shown = screen.text.replace("{slot}", text)
    if not screen.occupied_text:
        draft.step(ChapterKind.STORE, [yes], say=f"{shown} Yes: {yes}", why="now all of it is kept at once")
        return
    taken = screen.occupied_text.replace("{slot}", text)
    leave = way_out(twin, s._replace(slots=with_item(s.slots, slot, twin.stored_from_vfo(twin.start))))
    stop = f"If {taken} shows, {text} is taken: {leaving_words(leave, f'{yes} would overwrite it')}"
    go = f"If {taken} shows, {text} is taken: replace what it holds, {yes}"
    draft.alternatives(
        ChapterKind.STORE,
        [
            (When(shows=shown), [yes], f"If {shown} shows: {yes}", "now all of it is written at once"),
            (When(shows=taken), [yes], go if replaces else stop, "it is asked in other words where something stands"),
        ],
        SlotLook("", taken, leave),
        Loss(LossKind.OVERWRITTEN, text, taken, leave, replaces),
    )  # fmt: skip
