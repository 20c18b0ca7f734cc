"""The name chapter: a label place by place, in the way that the radio's editor has."""

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.dialogue import answer_parts, dialogue_of, label_actions
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import beyond_chapters
from vocator.core.planning.routes import Routes, binding_for, key_for
from vocator.core.planning.slot_chapters import go_to_slot, letter_keys, open_via, pick_slot, picker_for, to_rest
from vocator.core.radio.display import display
from vocator.core.radio.screens import LabelScreen
from vocator.core.radio.twin import Twin


def name(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Write the label after a store, place by place; nothing where it was typed while storing."""
    editor = _editor(draft.twin)
    if (
        goal.channel.label is None
        or editor is None
        or dialogue_of(draft.twin) is not None
        or picker_for(draft.twin, "write").letters
    ):
        return
    if editor.letters:
        _name_typed(draft, routes, editor, goal.channel.label)
        return
    _write_label(draft, routes, goal, editor, goal.channel.label)


def renaming(twin: Twin) -> LabelScreen:
    """Return the editor that gives a stored channel another label; raises Beyond."""
    editor = _editor(twin)
    if editor is None:
        raise Beyond("label", "no names from the keypad of this radio", "The slot number says which it is.")
    return editor


def rename(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Give the slot another label and leave all else in it as it is; raises Beyond."""
    editor, label = renaming(draft.twin), goal.channel.label
    assert label is not None
    if goal.slot == draft.twin.profile.call_slot:
        slot = draft.twin.profile.slot_text(goal.slot)
        raise Beyond("label", f"{slot} has no name on this radio", "Its own key says which it is.")
    if not editor.keyboard:
        go_to_slot(draft, routes, goal, ChapterKind.NAME)
    if editor.letters:
        _name_typed(draft, routes, editor, label)
    elif binding_for(editor, "onto"):
        via = routes.to_screen(draft.twin.memory, editor.name)
        draft.step(ChapterKind.NAME, open_via(draft, routes, via), say="Open the label", why="the old name stands there")
        answer_parts(draft, label, {}, goal.slot)
    else:
        _write_label(draft, routes, goal, editor, label, over_old=True)
    slot = draft.twin.profile.slot_text(goal.slot)
    draft.step(ChapterKind.READ_BACK, [], say=f"Look: slot {slot} is {label}", why="all else in the slot is as it was")


def _editor(twin: Twin) -> LabelScreen | None:
    """Return the editor of labels, rather the one that memory mode leads to."""
    editors = [s for s in twin.screens if isinstance(s, LabelScreen)]
    routes = Routes(twin)
    return next((s for s in editors if routes.to_screen(twin.memory, s.name) is not None), editors[0] if editors else None)


def _write_label(draft: Draft, routes: Routes, goal: Goal, editor: LabelScreen, label: str, over_old: bool = False) -> None:
    if editor.keyboard:
        _name_on_keyboard(draft, routes, goal, editor, label)
    elif beyond_chapters(draft.twin) and (key_for(editor, "onward") or key_for(editor, "push_on")):
        _name_over_all(draft, routes, editor, label)
    elif key_for(editor, "push_on"):
        _name_pushed(draft, routes, editor, label)
    elif key_for(editor, "onward"):
        _name_over_old(draft, routes, editor, label, over_old)
    else:
        _name_from_dots(draft, routes, editor, label)


def _letter(draft: Draft, routes: Routes, editor: LabelScreen, letter: str, from_letter: str) -> str:
    """Return the turn that brings the blinking place to a letter."""
    characters, screen = editor.characters, draft.twin.profile.screen(editor.name)
    at, to = characters.index(from_letter), characters.index(letter)
    return routes.until(screen, "choose", at, to, len(characters), True, "space" if letter == " " else letter)


def _name_on_keyboard(draft: Draft, routes: Routes, goal: Goal, editor: LabelScreen, label: str) -> None:
    """The label is typed on a keyboard on the screen, opened from the memory list."""
    twin = draft.twin
    picker = next(s for s in twin.pickers if binding_for(s, "open", editor.name))
    opening = routes.presses(twin.memory, "open", picker.name)
    name, keep = key_for(picker, "open", editor.name), key_for(editor, "keep_label")
    assert opening is not None and name is not None and keep is not None
    actions = [*opening, *pick_slot(draft, routes, picker, goal.slot), name]
    words = f"Open the memory list, slot {twin.profile.slot_text(goal.slot)}, {name}"
    draft.step(ChapterKind.NAME, actions, say=words, why=f"a keyboard of {editor.length} characters opens, empty")
    draft.step(
        ChapterKind.NAME, [f"type {label}", keep], shows=label, say=f"Type {label}, {keep}", why="read it before you keep it"
    )
    to_rest(draft, routes, ChapterKind.NAME, "the name is kept")


def _name_from_dots(draft: Draft, routes: Routes, editor: LabelScreen, label: str) -> None:
    """The editor starts with dots; each place at its first character; a hold cuts what follows."""
    forward, cut, leave = (key_for(editor, verb) for verb in ("forward", "cut", "leave_label"))
    assert forward and cut and leave
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label, start the first place"
    draft.step(ChapterKind.NAME, [*open_via(draft, routes, via), forward], say=say, why=f"{editor.length} places, blank at first")
    turns = [_letter(draft, routes, editor, letter, editor.characters[0]) for letter in label]
    places = [forward if letter == " " else f"{turn} {forward}" for turn, letter in zip(turns, label, strict=True)]
    short = len(label) < editor.length
    _places(
        draft, label, [*places, *([cut] if short else [])], f"; then cut what follows: hold for {cut[-3:-1]}" if short else ""
    )
    sends = "; it does not send there" if leave == "[PTT]" else ""
    draft.step(
        ChapterKind.NAME, [leave], say=f"Keep the label: tap {leave}", why=f"nothing blinks any more, so it is kept{sends}"
    )


def _places(draft: Draft, label: str, lines: list[str], more: str = "") -> None:
    """Write a label place by place in one step, a line a place; it is read before it is kept."""
    draft.step(ChapterKind.NAME, lines, say=f"Write {label}, place by place{more}", why="read it before you keep it")
    if display(draft.twin, draft.state).stands(label):
        draft.expect_last(label)


def _name_pushed(draft: Draft, routes: Routes, editor: LabelScreen, label: str) -> None:
    """The editor starts blank at its first place; each push goes on, the last place is kept at once."""
    on, keep = key_for(editor, "push_on"), key_for(editor, "keep_pushed")
    assert on and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    draft.step(
        ChapterKind.NAME, open_via(draft, routes, via), say="Open the label", why=f"{editor.length} places, blank at first"
    )
    turns = [_letter(draft, routes, editor, letter, " ") for letter in label]
    _places(draft, label, [on if letter == " " else f"{turn} {on}" for turn, letter in zip(turns, label, strict=True)])
    why = "the list is left" if len(label) == editor.length else "a shorter label is kept as far as it was pushed"
    draft.step(ChapterKind.NAME, [keep], say=f"Keep it and leave: tap {keep}", why=why)


def _name_over_old(draft: Draft, routes: Routes, editor: LabelScreen, label: str, renamed: bool) -> None:
    """The editor starts at the first place with the old label, blank after a store; a longer old one is cleared to its end."""
    onward = key_for(editor, "onward")
    home, back = key_for(editor, "keep_label_home"), key_for(editor, "keep_label")
    keep = home or back
    assert onward and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label: the first place blinks"
    why = "the old name stands there" if renamed else "it is blank, since the store took the old one away"
    draft.step(ChapterKind.NAME, open_via(draft, routes, via), say=say, why=why)
    places = label.ljust(editor.length) if renamed else label
    lines = []
    for place, letter in enumerate(places):
        turn = [] if letter == " " and not renamed else [_letter(draft, routes, editor, letter, draft.state.letters[place])]
        lines.append(" ".join([*turn, *([onward] if place < len(places) - 1 else [])]))
    more = "; what is left of the old name becomes spaces" if len(places) > len(label) else ""
    _places(draft, label, [line for line in lines if line], more)
    draft.step(ChapterKind.NAME, [keep], say=f"Keep the label: {keep}", why="spaces at the end are not kept")
    if home is None:
        to_rest(draft, routes, ChapterKind.NAME, "the label is kept")


def _name_over_all(draft: Draft, routes: Routes, editor: LabelScreen, label: str) -> None:
    """Open the editor, write every place over whatever stands there, and keep it, by a key or with the last place."""
    via = routes.to_screen(draft.twin.memory, editor.name)
    draft.step(ChapterKind.NAME, open_via(draft, routes, via), say="Open the label", why="the old one stands there, or none")
    keep = next((k for v in ("keep_label_home", "keep_label", "keep_pushed") if (k := key_for(editor, v))), None)
    on = key_for(editor, "push_on")
    lines = label_actions(draft.twin, draft.state, editor, label)
    _places(draft, label, lines)
    last = keep or on
    assert last is not None, f"{editor.name}: nothing keeps the label"
    draft.step(ChapterKind.NAME, [last], say=f"Keep the label: {last}", why="spaces at the end are not kept")
    to_rest(draft, routes, ChapterKind.NAME, "the label is kept")


def _name_typed(draft: Draft, routes: Routes, editor: LabelScreen, label: str) -> None:
    """The label is typed with the digit keys over the slot shown; the first letter replaces the old one."""
    keep = key_for(editor, "relabel")
    opening = routes.presses(draft.twin.memory, "open", editor.name)
    assert keep and opening
    window = editor.quiet_ms / 1000
    say = f"Open the label, type {label}, keep it: {keep}"
    why = f"read it all first: the window is {window:g} s from the last key; the first letter replaces the old name"
    draft.step(ChapterKind.NAME, [*opening, *letter_keys(editor, label), keep], say=say, why=why, window_s=window)
