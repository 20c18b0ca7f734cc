"""Cards: read back from the PDF by another library, no sign is missing, nothing leaves its card, nothing is cut."""

import io
import re

import pytest
from pdfminer.high_level import extract_pages
from pdfminer.layout import LAParams, LTChar

from vocator.core.goals.goal import Beyond
from vocator.files.card_layout import MARGIN, PAD, Card, Cell, printable
from vocator.files.cards_pdf import SIZES, write_cards
from vocator.files.profile_yaml import model_names
from vocator.usecases.outings.cards import sheet_rows
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.programming.sheet_view import sheet_view
from vocator.usecases.twin.twins import twin_of

SIGNS = "−±°↑↓–·…“”’×•é"
LONGEST = "Wherever the radio shows a value that nobody expected, turn back and begin this chapter anew: ELEPHANTINE-LABELS-OF-ALL-KINDS"


def flat(layout):
    for one in layout:
        if isinstance(one, LTChar):
            yield one
        elif hasattr(one, "__iter__"):
            yield from flat(one)


def looked_at(raw, size, wide):
    """Return the text of a PDF without blanks, after looking that every letter stands inside one card."""
    width, height = SIZES[size]
    across, half = (width - 2 * MARGIN) / (1 if wide else 2), (height - 2 * MARGIN) / 2
    text = ""
    for page in extract_pages(io.BytesIO(raw), laparams=LAParams()):
        for char in flat(page):
            text += char.get_text()
            x0, y0, x1, y1 = char.bbox
            if y1 < MARGIN:
                continue  # the number of the page
            at = int((x0 - MARGIN) // across), int((y0 - MARGIN) // half)
            left, low = MARGIN + at[0] * across, MARGIN + at[1] * half
            assert left + PAD - 1 <= x0 and x1 <= left + across - PAD + 1, (char.get_text(), char.bbox)
            assert low <= y0 and y1 <= low + half, (char.get_text(), char.bbox)
    return re.sub(r"\s", "", text)


@pytest.mark.parametrize("size", ["a4", "letter"])
@pytest.mark.parametrize("wide", [False, True])
def test_the_longest_texts_stay_inside_their_cards_whole(size, wide):
    rows = tuple(
        (str(n), Cell("[FN 1s]+[SET] DIAL until − [KEEP] 147330 " * 3, "keys"), Cell(LONGEST), Cell(f"{n} OVER ? WIDE", "glass"))
        for n in range(30)
    )
    card = Card(
        f"Long {LONGEST}",
        f"{LONGEST} {SIGNS}",
        ("", "keys", "what", "shows"),
        rows,
        (LONGEST, SIGNS),
        "http://127.0.0.1/v/x",
        wide=wide,
        grows=2,
    )
    text = looked_at(write_cards([card, card], size), size, wide)
    assert text.count(re.sub(r"\s", "", LONGEST)) >= 2 * 30
    assert all(sign in text for sign in SIGNS)
    assert "..." not in text and "pageof" not in text and "page1of" in text


def test_signs_that_the_font_has_not_are_spelt_and_strange_letters_said_plainly():
    assert printable("BOX → ≤ − ↑ 5") == "BOX to at most − ↑ 5"
    assert printable("Žofie") == "Zofie"


@pytest.mark.parametrize("model", model_names())
def test_the_sheet_of_every_radio_is_printed_whole(model):
    for line in ("147.33 + 103.5", "52.82 - 0.5 100.0"):
        try:
            made = make_sheet(SheetRequest(model, twin_of(model).profile.slot_keys[2], line, may_send=True))
        except Beyond:
            continue
        view = sheet_view(made)
        rows = sheet_rows(view["steps"], view["pages"])
        text = looked_at(write_cards([Card("t", "u", ("", "keys", "what", "shows"), rows, wide=True, grows=2)]), "a4", True)
        for step in view["steps"]:
            for said in (step["say"], step["shows"] or ""):
                assert re.sub(r"\s", "", printable(said)) in text, said
        return
    raise AssertionError("no line fits")
