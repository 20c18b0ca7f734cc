"""A state is changed as every named tuple is, only quicker; what is not named stays."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.radio.state import State
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

STARTS = [twin_of(model).start for model in model_names()]


@given(st.sampled_from(STARTS), st.dictionaries(st.sampled_from(State._fields), st.integers(-5, 5), max_size=6))
def test_changing_fields_is_making_the_state_anew_with_them(start, changed):
    made = start._replace(**changed)
    assert made == State(**{**start._asdict(), **changed}) and type(made) is State
    assert made._replace() == made and hash(made._replace()) == hash(made)
    assert made._replace(**{name: getattr(start, name) for name in changed}) == start


def test_a_kind_of_state_stays_that_kind():
    class Partial(State):
        """A state of which not all is known, as the proof from every state has it."""

    made = Partial(*STARTS[0])._replace(unit=0)
    assert type(made) is Partial and made == STARTS[0]._replace(unit=0)


def test_a_field_that_there_is_not_is_refused():
    with pytest.raises(KeyError, match="colour"):
        STARTS[0]._replace(colour=1)
