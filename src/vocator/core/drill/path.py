"""A path for newcomers, in the order of the work: two lines of why, one thing to do, cautions where they belong."""

from dataclasses import dataclass

from vocator.core.drill.items import HOME, SIGHTS, STEPS, SUMS, WHOLE, Item, items_of, setting_names
from vocator.core.goals.sheet import ChapterKind
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


@dataclass(frozen=True, slots=True)
class Lesson:
    """One step of the path: what, why in two lines, the item that is done on the twin, a caution where one belongs."""

    title: str
    why: str
    item: Item
    caution: str = ""


AERIAL = "Antenna or dummy load on before any PTT: a transmitter without one can break, and nobody hears it."


def path(twin: Twin) -> list[Lesson]:
    """Return the lessons for a radio; those that it has nothing for are left out."""
    by_means = {twin.settings[twin.profile.setting_named(n)].means: Item(f"set {n}", f"set {n}") for n in setting_names(twin)}
    tone = by_means.get(Means.TONE_USE) or by_means.get(Means.SEND_TONE) or by_means.get(Means.SEND_USE)
    which = by_means.get(Means.TONE) or by_means.get(Means.SEND_TONE)
    lessons = [
        Lesson(
            "What stands there",
            "A radio shows a frequency it is tuned to, or a slot it was told.\nBefore any key: know which.",
            SIGHTS[0],
            AERIAL,
        ),
        Lesson("Slot or frequency", "A slot number beside the figures means: this is stored, keys go elsewhere.", SIGHTS[1]),
        Lesson(
            "Home",
            "Whatever is open closes by a key, or by itself after seconds.\nWho knows the way home can try anything.",
            HOME,
        ),
        Lesson(
            "A frequency",
            "Simplex: both ends on one frequency, no repeater between.\nListen first.",
            STEPS[ChapterKind.FREQUENCY],
        ),
        Lesson(
            "On what one sends",
            "A repeater listens beside where it sends: the offset.\nListings give the output and a sign.",
            SUMS[0],
        ),
        Lesson("Which sign", "Plus: the input lies above the output. Minus: below.", SUMS[1]),
    ]
    if shift := by_means.get(Means.SHIFT):
        lessons.append(
            Lesson(
                "The shift",
                "The sign is set in the radio, or sets itself on some.\nLook at it after every frequency typed.",
                shift,
            )
        )
    lessons.append(
        Lesson(
            "What a tone does",
            "Many repeaters open only for a tone under the voice.\nIt is sent; what opens your receiver is another matter.",
            SUMS[2],
        )
    )
    if which:
        lessons.append(Lesson("Which tone", "Choosing a tone does not send it.\nThat is a setting of its own.", which))
    if tone and tone != which:
        lessons.append(Lesson("The tone is sent", "Forgotten more often than anything else: its use.", tone))
    if power := by_means.get(Means.POWER):
        lessons.append(Lesson("Power", "As little as serves. Low saves the battery and the neighbours.", power))
    lessons.append(
        Lesson("Store it", "A slot is overwritten unasked on many radios.\nLook whether it is free.", STEPS[ChapterKind.STORE])
    )
    if twin.profile.label_length:
        lessons.append(Lesson("A name", "Short, and different from the others in its first letters.", STEPS[ChapterKind.NAME]))
    lessons += [
        Lesson("Read it back", "What was not read back was not stored.", STEPS[ChapterKind.READ_BACK]),
        Lesson(
            "All of it, from memory",
            "A repeater from a listing into a slot, as on the ridge.",
            WHOLE,
            AERIAL + " Your licence and local rules come first.",
        ),
    ]
    known = set(items_of(twin))
    return [lesson for lesson in lessons if lesson.item in known]
