"""The name chapter: a label place by place, in the way that the radio's editor has."""

from vocator.core.keying.draft import Draft
from vocator.core.keying.goal import Goal
from vocator.core.keying.routes import Routes, binding_for, key_for
from vocator.core.keying.store_chapters import open_via, pick_slot, picker_for, to_rest
from vocator.core.radio.profile import Screen


def name(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Write the label, place by place."""
    label = goal.channel.label
    twin = draft.twin
    editor = next((s for s in twin.screens if s.kind == "label"), None)
    if label is None or editor is None or picker_for(twin, "write").letters:
        return
    if editor.keyboard:
        _name_on_keyboard(draft, routes, goal, editor, label)
    elif key_for(editor, "push_on"):
        _name_pushed(draft, routes, editor, label)
    elif key_for(editor, "onward"):
        _name_over_old(draft, routes, editor, label)
    else:
        _name_from_dots(draft, routes, editor, label)


def _letter(draft: Draft, routes: Routes, editor: Screen, letter: str, from_letter: str) -> str:
    """Return the turn that brings the blinking place to a letter."""
    characters, screen = editor.characters, draft.twin.profile.screen(editor.name)
    at, to = characters.index(from_letter), characters.index(letter)
    return routes.until(screen, "choose", at, to, len(characters), True, "space" if letter == " " else letter)


def _name_on_keyboard(draft: Draft, routes: Routes, goal: Goal, editor: Screen, label: str) -> None:
    """The label is typed on a keyboard on the screen, opened from the memory list."""
    twin = draft.twin
    picker = next(s for s in twin.screens if s.kind == "picker" and binding_for(s, "open", editor.name))
    opening = routes.presses(twin.memory, "open", picker.name)
    name, keep = key_for(picker, "open", editor.name), key_for(editor, "keep_label")
    assert opening is not None and name is not None and keep is not None
    actions = [*opening, *pick_slot(draft, routes, picker, goal.slot), name]
    words = f"Open the memory list, slot {twin.profile.slot_text(goal.slot)}, {name}"
    draft.step("Name", actions, say=words, why=f"a keyboard of {editor.length} characters opens, empty")
    draft.step("Name", [f"type {label}", keep], shows=label, say=f"Type {label}, {keep}", why="read it before you keep it")
    to_rest(draft, routes, "Name", "the name is kept")


def _name_from_dots(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts with dots; each place at its first character; a hold cuts what follows."""
    forward, cut, leave = (key_for(editor, verb) for verb in ("forward", "cut", "leave_label"))
    assert forward and cut and leave
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label, start the first place"
    draft.step("Name", [*open_via(draft, routes, via), forward], say=say, why=f"{editor.length} places, blank at first")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, editor.characters[0])
        actions = [forward] if letter == " " else [turn, forward]
        words = f"{letter if letter != ' ' else 'space'}, then go on"
        draft.step("Name", actions, say=words, why=f"place {place + 1} of {len(label)}")
    if len(label) < editor.length:
        draft.step("Name", [cut], shows=label, say=f"Cut what follows: hold for {cut[-3:-1]}", why="a shorter label ends here")
    sends = "; it does not send there" if leave == "[PTT]" else ""
    draft.step("Name", [leave], say=f"Keep the label: tap {leave}", why=f"nothing blinks any more, so it is kept{sends}")


def _name_pushed(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts blank at its first place; each push goes on, the last place is kept at once."""
    on, keep = key_for(editor, "push_on"), key_for(editor, "keep_pushed")
    assert on and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    draft.step("Name", open_via(draft, routes, via), say="Open the label", why=f"{editor.length} places, blank at first")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, " ")
        words = f"{letter if letter != ' ' else 'space'}, then push"
        draft.step("Name", [*([] if letter == " " else [turn]), on], say=words, why=f"place {place + 1} of {len(label)}")
    why = "the list is left" if len(label) == editor.length else "a shorter label is kept as far as it was pushed"
    draft.step("Name", [keep], say=f"Keep it and leave: tap {keep}", why=why)


def _name_over_old(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts at the first place with the old label, blank after a store."""
    onward = key_for(editor, "onward")
    home, back = key_for(editor, "keep_label_home"), key_for(editor, "keep_label")
    keep = home or back
    assert onward and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label: the first place blinks"
    draft.step("Name", open_via(draft, routes, via), say=say, why="it is blank, since the store took the old one away")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, draft.state.letters[place])
        last = place == len(label) - 1
        actions = [*([] if letter == " " else [turn]), *([] if last else [onward])]
        words = f"{letter if letter != ' ' else 'space'}{'' if last else ', then go on'}"
        draft.step("Name", actions, say=words, why=f"place {place + 1} of {len(label)}")
    draft.step("Name", [keep], say=f"Keep the label: {keep}", why="spaces at the end are not kept")
    if home is None:
        to_rest(draft, routes, "Name", "the label is kept")
