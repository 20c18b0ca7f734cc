"""A sheet in the making, with what is certain about the radio at each point of it.

The draft keeps a state that follows the sheet from its start (a new radio where the
start is unknown) and the set of settings whose value is certain whatever the start was.
"""

from dataclasses import replace

from vocator.core.goals.sheet import FOUND, Change, Chapter, ChapterKind, Loss, SlotLook, Step, When
from vocator.core.radio.display import display
from vocator.core.radio.perform import carry_out
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Draft:
    """Steps so far, where they lead, and what is known then.

    ``known`` is the state that the radio is in for certain: what is open, its mode, unit,
    band and frequency; with ``certain`` only those settings are known too, else all.
    """

    def __init__(
        self, twin: Twin, known: State | None, presumed: State | None = None, certain: frozenset[int] | None = None
    ) -> None:
        self.twin = twin
        self.known = known is not None
        self.whole = self.known and certain is None
        self.begun = self.state = known or presumed or twin.start
        self.certain: set[int] = set(range(len(twin.settings))) if self.whole else set(certain or ())
        self.set_here: set[int] = set()
        self.counted: dict[int, int] = {}  # what is not set because it is right already: it was known before the sheet
        self.chose_row = False
        self.found = ""  # what the main line shows once the search that is followed here stands still
        self._chapters: list[tuple[ChapterKind, list[Step]]] = []
        self._groups = 0

    def step(
        self,
        chapter: ChapterKind,
        actions: list[str] | tuple[str, ...],
        *,
        shows: str | None = None,
        say: str = "",
        why: str = "",
        when: When | None = None,
        group: str | None = None,
        on_air: bool = False,
        window_s: float = 0,
        notes: bool = False,
        look: SlotLook | None = None,
        branches: tuple[str, ...] = (),
        loss: Loss | None = None,
    ) -> None:
        """Add a step under a chapter and follow it."""
        actions = self._own(actions)
        if self.found and any("until" in a and a.endswith(self.found) for a in actions):
            actions = [a.removesuffix(self.found) + FOUND if "until" in a and a.endswith(self.found) else a for a in actions]
            say, shows = say.replace(self.found, FOUND), None if shows and shows.endswith(self.found) else shows
        step = Step(
            tuple(actions),
            shows,
            _plain(self._own([say])[0]),
            why,
            when,
            group,
            on_air,
            window_s,
            notes,
            look=look,
            branches=branches,
            loss=loss,
        )
        if not self._chapters or self._chapters[-1][0] != chapter:
            self._chapters.append((chapter, []))
        self._chapters[-1][1].append(step)
        if when is None or when.holds(display(self.twin, self.state)):
            self._follow(step)
        if notes:
            self.found = display(self.twin, self.state).main

    def expect_last(self, shows: str) -> None:
        """Let the last step say what stands on the display after it."""
        steps = self._chapters[-1][1]
        steps[-1] = replace(steps[-1], shows=shows)

    def alternatives(
        self,
        chapter: ChapterKind,
        options: list[tuple[When, list[str], str, str]],
        look: SlotLook | None = None,
        loss: Loss | None = None,
    ) -> None:
        """Add alternatives, each with its condition, actions, words and reason; judged together.  The last is what ``look`` and ``loss`` are of."""
        self._groups += 1
        seen = display(self.twin, self.state)
        chosen = next((i for i, option in enumerate(options) if option[0].holds(seen)), None)
        if not self._chapters or self._chapters[-1][0] != chapter:
            self._chapters.append((chapter, []))
        for index, (when, actions, say, why) in enumerate(options):
            last = index == len(options) - 1
            group, own = f"g{self._groups}", tuple(self._own(actions))
            step = Step(own, None, _plain(say), why, when, group, look=look if last else None, loss=loss if last else None)
            self._chapters[-1][1].append(step)
            if index == chosen:
                self._follow(step)

    def _own(self, actions: list[str] | tuple[str, ...]) -> list[str]:
        """Put the main side's own dial and its push in the place of the general words for them."""
        own = next((k for k, unit in self.twin.unit_of.items() if unit == self.state.unit and k in self.twin.profile.dials), None)
        if own is None:
            return list(actions)
        general = self.twin.profile.dials[0]
        return [
            a.replace("PUSH", own).replace(f"{general}- until", f"{own}- until").replace(f"{general} until", f"{own} until")
            for a in actions
        ]

    def after(self, actions: list[str]) -> State:
        """Return the state that some actions would lead to from here."""
        return carry_out(self.twin, self.state, self._own(actions))

    def _follow(self, step: Step) -> None:
        self.state = carry_out(self.twin, self.state, (text.replace(FOUND, self.found) for text in step.actions))

    def value(self, setting: int) -> int:
        """Return the value of a setting as the draft has it."""
        return self.twin.get(self.state, setting)

    def is_right(self, setting: int, index: int) -> bool:
        """Whether a setting is certain to be at a value."""
        return setting in self.certain and self.value(setting) == index

    def left_as_they_are(self, needed: dict[int, int]) -> set[int]:
        """Return which of some settings are certain to be right already, and note those that were so before the sheet."""
        right = {s for s, v in needed.items() if self.is_right(s, v)}
        self.counted |= {s: needed[s] for s in right if s not in self.set_here}
        return right

    def counts_on(self) -> tuple[Change, ...]:
        """Return the settings that must be so already, since the sheet leaves them as they are."""
        settings = self.twin.settings
        return tuple(Change(settings[s].name, None, settings[s].domain.text(v)) for s, v in self.counted.items())

    def tell_what_it_counts_on(self) -> None:
        """Let the first look, where a sheet goes on from a known state, say what lights there and what else must be so."""
        title, steps = self._chapters[0]
        if not self.known or not steps or steps[0].actions:
            return
        lit = display(self.twin, self.begun).icons
        names = [f"{c.what} {c.to}" for c in self.counts_on()]
        look = replace(
            steps[0],
            say=f"Look: {' '.join((steps[0].shows or '', *lit))} on the display",
            why=f"it counts on {', '.join(names)} from the last channel; if anything else shows, take the long way"
            if names
            else steps[0].why,
        )
        self._chapters[0] = (title, [look, *steps[1:]])

    def now_certain(self, setting: int) -> None:
        """Note that a setting was just put to its value, and what it disturbed with it."""
        self.certain.add(setting)
        self.set_here.add(setting)
        if self.value(setting):
            self.certain.update(other for other, _ in self.twin.settings[setting].disturbs)

    def chapters(self) -> tuple[Chapter, ...]:
        """Return the chapters so far."""
        return tuple(Chapter(chapter, tuple(steps)) for chapter, steps in self._chapters)


def _plain(words: str) -> str:
    """Write keys in words without the brackets of the notation."""
    return words.replace("[", "").replace("]", "")
