"""A path for newcomers, in the order of the work: two lines of why, one thing to do, cautions where they belong."""

from dataclasses import dataclass

from vocator.core.drill.items import GOALS, HOME, PASS_SUMS, READY, SIGHTS, STEPS, SUMS, WHOLE, Item, items_of, setting_names
from vocator.core.goals.sheet import ChapterKind
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


@dataclass(frozen=True, slots=True)
class Lesson:
    """One step of the path: what, why in two lines, the item that is done, a caution where one belongs, words to know on the way."""

    title: str
    why: str
    item: Item
    caution: str = ""
    words: tuple[str, ...] = ()


WORDS = {
    "squelch": "keeps the receiver shut until a signal is there",
    "PTT": "the key that sends as long as it is pressed",
    "VFO": "the mode in which you tune a frequency",
    "memory": "the mode in which you choose a slot",
    "slot": "a numbered place that holds a channel",
    "simplex": "both ends send and listen on one frequency",
    "repeater": "a station on a high place that sends on what it hears",
    "output": "what a repeater sends on, and you listen to",
    "input": "what a repeater listens to, and you send on",
    "offset": "how far the input lies from the output",
    "shift": "the sign of the offset: plus, minus or none",
    "CTCSS": "a tone under the voice that opens a repeater or a receiver",
    "encode": "a tone or code is sent",
    "decode": "only what carries the tone or code is heard",
    "DCS": "a code under the voice, in place of a tone",
    "label": "the name of a slot on the display",
    "watch": "more than one frequency is listened to by turns",
    "uplink": "what you send to a satellite",
    "downlink": "what a satellite sends to you",
    "Doppler shift": "higher while it comes nearer, lower while it goes away",
}
"""The field's words for a newcomer, as docs/glossary.md has them."""
AERIAL = "Antenna or dummy load on before any PTT: a transmitter without one can break, and nobody hears it."


def path(twin: Twin) -> list[Lesson]:
    """Return the lessons for a radio; those that it has nothing for are left out."""
    by_means = {twin.settings[twin.profile.setting_named(n)].means: Item(f"set {n}", f"set {n}") for n in setting_names(twin)}
    tone = by_means.get(Means.TONE_USE) or by_means.get(Means.SEND_TONE) or by_means.get(Means.SEND_USE)
    which = by_means.get(Means.TONE) or by_means.get(Means.SEND_TONE)
    lessons = [
        Lesson(
            "Before the first key",
            "Antenna on, battery full, squelch where the hiss just stops.\nThen listen.",
            READY,
            AERIAL + " Headphones down before the squelch is opened.",
            ("squelch", "PTT"),
        ),
        Lesson(
            "The squelch",
            "Too low, it hisses; too high, it shuts out the weak.\nIt holds for the whole radio.",
            GOALS[0],
            "",
            ("squelch",),
        ),
        Lesson(
            "What stands there",
            "A radio shows a frequency it is tuned to, or a slot it was told.\nBefore any key: know which.",
            SIGHTS[0],
            "",
            ("VFO", "memory"),
        ),
        Lesson(
            "Slot or frequency",
            "A slot number beside the figures means: this is stored.\nKeys then do other things than on a frequency.",
            SIGHTS[1],
            "",
            ("slot",),
        ),
        Lesson(
            "Home",
            "Whatever is open closes by a key, or by itself after seconds.\nWho knows the way home can try anything.",
            HOME,
        ),
        Lesson(
            "A frequency",
            "Simplex: both ends on one frequency, no repeater between.\nListen first.",
            STEPS[ChapterKind.FREQUENCY],
            "",
            ("simplex",),
        ),
        Lesson(
            "On what one sends",
            "A repeater listens beside where it sends: the offset.\nListings give the output and a sign.",
            SUMS[0],
            "",
            ("repeater", "output", "input", "offset"),
        ),
        Lesson("Which sign", "Plus: the input lies above the output.\nMinus: below.", SUMS[1], "", ("shift",)),
        Lesson(
            "No sign in the list",
            "Habit gives it in some parts of a band.\nWhere both are in use, only the listing knows.",
            SUMS[4],
        ),
        Lesson(
            "Where you may send",
            "A radio hears far more than its owner may send on.\nThe licence says where, not the radio.",
            SUMS[3],
            "Send only where your licence lets you; local rules and coordinators come first.",
        ),
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
            "",
            ("CTCSS", "encode", "decode", "DCS"),
        )
    )
    if which:
        lessons.append(Lesson("Which tone", "Choosing a tone does not send it.\nThat is a setting of its own.", which))
    if tone and tone != which:
        lessons.append(
            Lesson(
                "The tone is sent", "Forgotten more often than anything else: its use.\nWithout it the repeater stays shut.", tone
            )
        )
    if power := by_means.get(Means.POWER):
        lessons.append(Lesson("Power", "As little as serves.\nLow saves the battery and the neighbours.", power))
    lessons.append(
        Lesson("Store it", "A slot is overwritten unasked on many radios.\nLook whether it is free.", STEPS[ChapterKind.STORE])
    )
    if twin.profile.label_length:
        lessons.append(
            Lesson(
                "A name",
                "Short, and different from the others in its first letters.\nIt is read in the rain.",
                STEPS[ChapterKind.NAME],
                "",
                ("label",),
            )
        )
    lessons += [
        Lesson(
            "Read it back", "What was not read back was not stored.\nSlot, frequency, sign, tone.", STEPS[ChapterKind.READ_BACK]
        ),
        Lesson(
            "More than one at a time",
            "Watch moves keys and PTT to where something is heard.\nLook before you send.",
            GOALS[1],
            "",
            ("watch",),
        ),
        Lesson(
            "Both by turns",
            "Dual watch hears one channel and the other by turns.\nSomebody's first word may be lost.",
            GOALS[2],
            "",
            ("watch",),
        ),
        Lesson(
            "A satellite goes over",
            "Coming nearer it is heard high, going away low.\nThe memories of a pass follow it, one click at a time.",
            PASS_SUMS[0],
            "Not into the sun along the beam; antennas away from eyes and power lines.",
            ("uplink", "downlink", "Doppler shift"),
        ),
        Lesson("Which memory now", "A pass is a clock.\nThe card says from when each memory serves.", PASS_SUMS[1]),
        Lesson(
            "All of it, from memory",
            "A repeater from a listing into a slot, as on the ridge.",
            WHOLE,
            AERIAL + " Your licence and local rules come first.",
        ),
    ]
    known = set(items_of(twin))
    return [lesson for lesson in lessons if lesson.item in known]
