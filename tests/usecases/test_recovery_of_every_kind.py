"""What the page asks of every kind of sheet: each step is drawn, and what it may show instead leads back."""

import pytest

from support.every_kind import asked
from vocator.core.goals.goal import Beyond
from vocator.core.planning.kinds import KINDS
from vocator.files.profile_yaml import model_names
from vocator.usecases.errors import NotFound
from vocator.usecases.programming.make_sheet import make_sheet
from vocator.usecases.programming.recover import recovery_view, sights_view
from vocator.usecases.programming.sheet_view import sheet_view

SOME = 6
MODELS = model_names()


@pytest.mark.parametrize("model", MODELS)
def test_every_kind_of_sheet_is_drawn_and_led_back_into(model: str) -> None:
    """Each radio takes every sixth kind for the ways back, so that all kinds are met on two radios."""
    for number, word in enumerate(KINDS):
        try:
            made = make_sheet(asked(model, word))
        except (Beyond, NotFound):
            continue
        steps = sheet_view(made)["steps"]
        for step in steps:
            assert len(set(step["display"]["icons"])) == len(step["display"]["icons"]), (word, step["say"])
        if number % SOME != MODELS.index(model) % SOME:
            continue
        pressed = [n for n, frame in enumerate(made.run.frames) if frame.done and frame.step.actions]
        for at in (pressed[len(pressed) // 2], pressed[-1]):
            seen = [s for s in sights_view(made, at) if not s["right"]][:1]
            for sight in seen:
                back = recovery_view(made, at, sight["display"]["text"])
                assert back["found"] and 0 <= back["step"] <= len(steps), (word, steps[at]["say"], sight["slip"])
