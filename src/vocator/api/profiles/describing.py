"""The workshop: a radio of one's own, described question by question."""

from datetime import datetime
from typing import Annotated, Any

from fastapi import APIRouter, Response
from pydantic import Field

from vocator.api.media import file_of
from vocator.api.schemas import ModelShape, Shape
from vocator.api.store import Store
from vocator.api.twin.twin_schemas import PlayShape
from vocator.files.profile_writing import profile_yaml
from vocator.usecases.profiles import described, describing
from vocator.usecases.profiles.format_reference import reference

router = APIRouter(prefix="/api/descriptions", tags=["describing"])
Name = Annotated[str, Field(max_length=80)]
Text = Annotated[str, Field(max_length=40_000)]
Version = Annotated[int, Field(ge=1)]


class DescribedShape(Shape):
    """A radio that is being described."""

    id: int
    name: str
    model: str
    answered: int
    changed_at: datetime


class BeginIn(Shape):
    """A name, and a radio that it is like; an empty one: from nothing."""

    name: Name
    like: Name = ""


class ChoiceShape(Shape):
    """One of several answers."""

    value: str
    words: str


class AskShape(Shape):
    """One thing to fill in, with what stands there now."""

    name: str
    label: str
    kind: str
    hint: str
    value: str
    choices: list[ChoiceShape]


class QuestionShape(Shape):
    """A question: why it is asked, what of the profile it fills, how it was answered (empty, said, silent)."""

    name: str
    title: str
    why: str
    fills: str
    part: str
    asks: list[AskShape]
    answered: str


class ReferredField(Shape):
    """A field of the format: in words, what it takes, what it is where it is not said, an example out of a radio that runs (`model`)."""

    name: str
    words: str
    takes: str
    usual: str
    needed: bool
    model: str
    example: str


class ReferredVerb(Shape):
    """A verb: what stands after it, what it does, an example."""

    verb: str
    takes: str
    words: str
    model: str
    example: str


class ReferredScreen(Shape):
    """What may stand on a screen of a kind."""

    kind: str
    fields: list[ReferredField]
    verbs: list[ReferredVerb]


class Reference(Shape):
    """The whole format."""

    parts: list[ReferredField]
    settings: list[ReferredField]
    screens: list[ReferredScreen]


class FieldShape(Shape):
    """A part of a screen or of a setting, in words, with its value."""

    name: str
    words: str
    value: Any
    type: str
    choices: list[str]


class BindShape(Shape):
    """What a press does on a screen."""

    press: str
    does: str


class ScreenShape(Shape):
    """A screen, part by part."""

    name: str
    kind: str
    shows: str
    fields: list[FieldShape]
    binds: list[BindShape]
    entries: list[dict[str, Any]]


class SettingShape(Shape):
    """A setting, part by part."""

    name: str
    fields: list[FieldShape]


class ProblemShape(Shape):
    """Something in the description that cannot be so."""

    path: str
    text: str


class TriedShape(Shape):
    """An example of the manual, and what the twin makes of it."""

    keys: str
    shows: str
    right: bool
    shown: str


class DescriptionShape(Shape):
    """A description as the page shows it."""

    id: int
    version: int
    name: str
    model: str
    may_undo: bool
    questions: list[QuestionShape]
    problems: list[ProblemShape]
    notes: list[str]
    drawn: ModelShape | None
    lists: list[str]
    whole: list[FieldShape]
    settings: list[SettingShape]
    screens: list[ScreenShape]
    examples: list[TriedShape]
    means: list[str]
    text: str


class AnswerIn(Shape):
    """An answer to a question; ``silent``: the manual does not say."""

    version: Version
    question: Name
    given: dict[str, Annotated[str, Field(max_length=4_000)]]
    silent: bool = False


class PasteIn(Shape):
    """A menu, pasted."""

    text: Text


class MenuRowShape(Shape):
    """An entry of a pasted menu: what it may be for, to be confirmed."""

    name: Name
    number: Annotated[str, Field(max_length=6)] = ""
    means: Annotated[str, Field(max_length=30)] = "none"
    guess: Annotated[str, Field(max_length=30)] = ""
    values: Annotated[list[list[str]], Field(max_length=400)] = []
    tones: Annotated[str, Field(max_length=30)] = ""
    amounts: list[int] | None = None
    new: Annotated[str, Field(max_length=40)] = ""
    sure: bool = False
    digits: Annotated[int, Field(ge=0, le=12)] = 0
    typed: Annotated[str, Field(max_length=10)] = ""
    code_prefix: Annotated[str, Field(max_length=4)] = ""


class MenuIn(Shape):
    """Entries as they were confirmed, and the list that they belong to, empty where keys or pages change them."""

    version: Version
    into: Annotated[str, Field(max_length=60)]
    rows: Annotated[list[MenuRowShape], Field(max_length=400)]


class ChangeIn(Shape):
    """One part of the description: its path and value, null to take it away."""

    version: Version
    path: Annotated[list[Annotated[str, Field(max_length=200)]], Field(min_length=1, max_length=8)]
    value: Any = None


class RewriteIn(Shape):
    """The whole description as YAML."""

    version: Version
    text: Annotated[str, Field(max_length=300_000)]


class VersionIn(Shape):
    """The version that a change is made from."""

    version: Version


class ExamplesIn(Shape):
    """The manual's examples: keys, and what shows then."""

    version: Version
    examples: Annotated[list[list[Annotated[str, Field(max_length=600)]]], Field(max_length=40)]


class PressIn(Shape):
    """Keys for the twin; an empty token begins it as new."""

    token: Annotated[str, Field(max_length=200_000)] = ""
    keys: Annotated[list[Annotated[str, Field(max_length=400)]], Field(max_length=200)]


class ReachedShape(Shape):
    """What the radio can be asked for so far."""

    kind: str
    verdict: str
    why: str
    question: str
    title: str


class TakenInShape(Shape):
    """The profile that a description became."""

    model: str
    name: str


def _shown(row: Any) -> DescriptionShape:
    return DescriptionShape.model_validate(described.view(row))


@router.get("")
def all_described(store: Store) -> list[DescribedShape]:
    """Return what is being described."""
    return [DescribedShape.model_validate(d) for d in describing.descriptions(store)]


@router.post("", status_code=201)
def begin(given: BeginIn, store: Store) -> DescriptionShape:
    """Begin a description."""
    return _shown(describing.begin(store, given.name, given.like))


@router.post("/paste")
def paste(given: PasteIn) -> list[MenuRowShape]:
    """Read a pasted menu."""
    return [MenuRowShape.model_validate(r) for r in describing.paste(given.text)]


@router.get("/reference")
def the_format() -> Reference:
    """Return every field and verb of the profile format, made from the schema and the register."""
    return Reference.model_validate(reference())


@router.get("/{number}")
def one(number: int, store: Store) -> DescriptionShape:
    """Return a description."""
    return _shown(describing.description(store, number))


@router.post("/{number}/answer")
def answer(number: int, given: AnswerIn, store: Store) -> DescriptionShape:
    """Answer a question."""
    return _shown(describing.answer(store, number, given.version, given.question, given.given, given.silent))


@router.post("/{number}/menu")
def menu(number: int, given: MenuIn, store: Store) -> DescriptionShape:
    """Put a menu's entries into a list."""
    return _shown(describing.take_menu(store, number, given.version, given.into, [r.model_dump() for r in given.rows]))


@router.post("/{number}/change")
def change(number: int, given: ChangeIn, store: Store) -> DescriptionShape:
    """Change one part."""
    return _shown(describing.change(store, number, given.version, given.path, given.value))


@router.put("/{number}/text")
def rewrite(number: int, given: RewriteIn, store: Store) -> DescriptionShape:
    """Take the whole as YAML."""
    return _shown(describing.rewrite(store, number, given.version, given.text))


@router.post("/{number}/undo")
def undo(number: int, given: VersionIn, store: Store) -> DescriptionShape:
    """Take the last change back."""
    return _shown(describing.undo(store, number, given.version))


@router.put("/{number}/examples")
def examples(number: int, given: ExamplesIn, store: Store) -> DescriptionShape:
    """Keep the manual's examples."""
    return _shown(describing.set_examples(store, number, given.version, given.examples))


@router.post("/{number}/press")
def press(number: int, given: PressIn, store: Store) -> PlayShape:
    """Press keys on the twin of what is described."""
    return PlayShape.model_validate(described.press(describing.description(store, number), given.token, given.keys))


@router.get("/{number}/goals")
def goals(number: int, store: Store) -> list[ReachedShape]:
    """Return what it can be asked for so far."""
    return [ReachedShape.model_validate(g) for g in described.goals(describing.description(store, number))]


@router.get("/{number}/profile.yaml", **file_of("application/yaml"))
def text(number: int, store: Store) -> Response:
    """Return the description as a profile file."""
    head = {"Content-Disposition": 'attachment; filename="profile.yaml"'}
    return Response(profile_yaml(describing.description(store, number).data), media_type="application/yaml", headers=head)


@router.post("/{number}/take")
def take(number: int, store: Store) -> TakenInShape:
    """Take it in as a profile of one's own."""
    return TakenInShape.model_validate(describing.take_in(store, number))


@router.delete("/{number}", status_code=204)
def drop(number: int, store: Store) -> None:
    """Give a description up."""
    describing.drop(store, number)
