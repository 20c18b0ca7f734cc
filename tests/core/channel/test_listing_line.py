"""The resolver: forgiving lines in, complete channels with reasons out."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, ToneMode, Width, megahertz, tone_use
from vocator.core.channel.listing_line import resolve
from vocator.core.channel.tones import CTCSS_38, CTCSS_50, DCS_104, DCS_INVERTED, DCS_NORMAL
from vocator.core.refusal import Refusal
from vocator.files.region_yaml import load_region

R2, R1 = load_region("r2"), load_region("r1")


def parts(line, plan=R2, **options):
    found = resolve(line, plan, **options)
    c = found.channel
    return (
        c.rx_hz,
        c.tx_hz,
        str(c.tone.mode),
        c.tone.tone_tx or c.tone.dcs_tx,
        c.tone.tone_rx or c.tone.dcs_rx,
        str(c.width),
        c.label,
    )


M = 1_000_000


@pytest.mark.parametrize(
    ("line", "expected"),
    [
        ("147.33", (147_330_000, 147_930_000, "none", None, None, "wide", None)),
        ("147.330 + 103.5", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("147.33+ pl 103.5", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("Rx 147.330 Tx 147.930 T 103.5 R off", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("147.33 + T103.5 R:none", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("146.7 down 600 tone squelch 82.5", (146_700_000, 146_100_000, "send_and_open", "82.5", "82.5", "wide", None)),
        ("448.5 down five tone 100", (448_500_000, 443_500_000, "send", "100.0", None, "wide", None)),
        ("442.1 up 5 118.8", (442_100_000, 447_100_000, "send", "118.8", None, "wide", None)),
        ("445.9 up 440.9 down", (440_900_000, 445_900_000, "none", None, None, "wide", None)),
        ("146.88 (-) 88.5 Hz RIDGE", (146_880_000, 146_280_000, "send", "88.5", None, "wide", "RIDGE")),
        ("146.88 - 600000 Hz", (146_880_000, 146_280_000, "none", None, None, "wide", None)),
        ("448.775 minus 5 t118.8 DEPOT", (448_775_000, 443_775_000, "send", "118.8", None, "wide", "DEPOT")),
        ("448.775/443.775 118.8", (448_775_000, 443_775_000, "send", "118.8", None, "wide", None)),
        ("in 146.73 out 147.33", (147_330_000, 146_730_000, "none", None, None, "wide", None)),
        ("downlink 147.33 uplink 147.93 tone 103.5", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("52.82 -500k", (52_820_000, 52_320_000, "none", None, None, "wide", None)),
        ("146.55", (146_550_000, 146_550_000, "none", None, None, "wide", None)),
        ("146.55 simplex", (146_550_000, 146_550_000, "none", None, None, "wide", None)),
        ("442.1 d023", (442_100_000, 447_100_000, "code", "023N", "023N", "wide", None)),
        ("442.1 dcs 023i nfm", (442_100_000, 447_100_000, "code", "023I", "023I", "narrow", None)),
        ("147.33 + t103.5 r103.5", (147_330_000, 147_930_000, "send_and_open", "103.5", "103.5", "wide", None)),
        ("147.33 + t103.5 r88.5", (147_330_000, 147_930_000, "cross", "103.5", "88.5", "wide", None)),
        ("162.55", (162_550_000, None, "none", None, None, "wide", None)),
        ("162.55 receive only", (162_550_000, None, "none", None, None, "wide", None)),
        ("147.300 +0.6 CTCSS 131.8 send and open", (147_300_000, 147_900_000, "send_and_open", "131.8", "131.8", "wide", None)),
        ("443.9 + DCS 074I narrow", (443_900_000, 448_900_000, "code", "074I", "074I", "narrow", None)),
        ("147,33 + 103,5", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("147330 kHz + 103.5", (147_330_000, 147_930_000, "send", "103.5", None, "wide", None)),
        ("145.2 tone off", (145_200_000, 144_600_000, "none", None, None, "wide", None)),
        ("147.33 uplink and downlink 103.5", (147_330_000, 147_930_000, "send_and_open", "103.5", "103.5", "wide", None)),
        ("four four three point three seven five, plus five megahertz", (443_375_000, 448_375_000, "none", None, None, "wide", None)),
        ("one four seven point two one, plus, tone one zero three point five", (147_210_000, 147_810_000, "send", "103.5", None, "wide", None)),
        ("4 4 7 point 2 7 5 negative 5 megs", (447_275_000, 442_275_000, "none", None, None, "wide", None)),
        ("443.375 plus 5 meg", (443_375_000, 448_375_000, "none", None, None, "wide", None)),
        ("146.94 -600 kays 1 0 0 decimal 0", (146_940_000, 146_340_000, "send", "100.0", None, "wide", None)),
        ("147.33 no offset", (147_330_000, 147_330_000, "none", None, None, "wide", None)),
        ("146.94 offset none 100.0", (146_940_000, 146_940_000, "send", "100.0", None, "wide", None)),
        ("please put 147.33 + 103.5 RIDGE into memory 13", (147_330_000, 147_930_000, "send", "103.5", None, "wide", "RIDGE")),
        ("446.500 split 433.500", (446_500_000, 433_500_000, "none", None, None, "wide", None)),
        ("446.5 crossband 146.52", (446_500_000, 146_520_000, "none", None, None, "wide", None)),
        ("446.1 repeater 100.0", (446_100_000, 441_100_000, "send", "100.0", None, "wide", None)),
        ("147.555 -1.5 CTCSS 67.0 send", (147_555_000, 146_055_000, "send", "67.0", None, "wide", None)),
        ("145.960 TX 435.300 67.0 send", (145_960_000, 435_300_000, "send", "67.0", None, "wide", None)),
        ("147.195 + 141.3 both ways narrow local call it HILLTOP", (147_195_000, 147_795_000, "send_and_open", "141.3", "141.3", "narrow", "HILLTOP")),
        ("146.94 minus one three one point eight Bay of Islands", (146_940_000, 146_340_000, "send", "131.8", None, "wide", "Bay of Islands")),
        ("RIDGE TOP 147.33 +", (147_330_000, 147_930_000, "none", None, None, "wide", "RIDGE TOP")),
    ],
)  # fmt: skip
def test_what_is_read_is_understood(line, expected):
    assert parts(line) == expected


@pytest.mark.parametrize(
    ("rx", "tx"),
    [
        (147_000_000, None),
        (147_005_000, 147_605_000),
        (147_395_000, 147_995_000),
        (145_200_000, 144_600_000),
        (146_610_000, 146_010_000),
        (440_000_000, 445_000_000),
        (444_995_000, 449_995_000),
        (445_000_000, None),
        (445_005_000, None),
        (447_005_000, 442_005_000),
        (446_550_000, None),
        (449_995_000, 444_995_000),
        (224_500_000, 222_900_000),
        (29_640_000, 29_540_000),
    ],
)
def test_the_sign_comes_from_arithmetic_or_is_asked(rx, tx):
    found = resolve(megahertz(rx), R2)
    assert found.channel.tx_hz == tx
    assert bool(found.doubts) is (tx is None)
    if tx is None:
        answers = {resolve(f"{megahertz(rx)} {choice}", R2).channel.tx_hz for choice in found.doubts[0].choices}
        assert rx not in range(445_000_000, 447_000_001) or rx in answers, "simplex stands beside repeaters there"
        assert len(answers) >= 2
        assert resolve(f"{megahertz(rx)} sign unknown", R2).channel.tx_hz in answers


def test_the_listing_wins_over_the_habit_and_says_so():
    found = resolve("147.33 - 103.5", R2)
    assert found.channel.tx_hz == 146_730_000
    assert any("the listing is kept" in note.text for note in found.notes)
    assert not any("kept" in note.text for note in resolve("147.33 + 103.5", R2).notes)


def test_a_repeater_without_a_word_about_tone_is_noted_and_an_answer_silences_it():
    assert any("none, or not said" in n.text for n in resolve("147.33 +", R2).notes)
    assert not any("not said" in n.text for n in resolve("147.33 + no tone", R2).notes)
    assert any("search" in n.text for n in resolve("147.33 + tone unknown", R2).notes)


def test_closed_receive_opens_on_the_tone_sent_unless_the_line_says_otherwise():
    assert resolve("147.33 + 103.5", R2, True).channel.tone.mode is ToneMode.SEND_AND_OPEN
    assert resolve("147.33 + 103.5 send only", R2, True).channel.tone.mode is ToneMode.SEND


def test_region_one_has_its_own_habits():
    assert resolve("439.1", R1).channel.tx_hz == 431_500_000
    assert resolve("145.6", R1).channel.tx_hz == 145_000_000
    assert resolve("433.1", R1).doubts
    asked = resolve("147.33", R1)
    assert asked.doubts and not asked.receive_only and resolve("147.33 receive only", R1).receive_only


@pytest.mark.parametrize(
    ("line", "found", "remedy"),
    [
        ("147.33 - in 147.93", "sign minus", "Correct the sign or the input."),
        ("147.33 +1 in 147.93", "offset", "Correct the offset or the input."),
        ("in 151.73 out 147.33", "input 151.730", "leave it out and give the sign"),
        ("147.9 +", "an input of 148.500", "Check the sign"),
        ("147.33 + 104.0", "tone 104.0", "103.5 or 107.2"),
        ("147.33 + 88", "tone 88", "85.4 or 88.5"),
        ("147.33 d024", "DCS code 024", "023 or 025"),
        ("430.912", "430.912", "430.9125"),
        ("146.512", "146.512", "146.5125"),
        ("147.33 + 103.5 d023", "tone", "which"),
        ("146.55 simplex +", "simplex", "Leave out simplex"),
        ("162.55 + ", "162.550 outside", "Leave the sign"),
        ("147.33 + tone off 103.5", "word that there is none", "Leave one"),
        ("147.33 + send and open", "no tone", "Add the tone"),
        ("hello", "hello", "Add the frequency"),
        ("", "an empty line", "147.33 + 103.5"),
        ("   ", "an empty line", "147.33 + 103.5"),
        ("147.33\x00", "character code 0", "Take it out"),
        ("147.33 café", "é", "plain letters"),
        ("1" * 400, "400 characters", "channel alone"),
        ("147.33\n146.55", "2 lines", "one after the other"),
        ("\n".join(["147.33"] * 1000), "1000 lines", "one after the other"),
        ("147.33 146.55 442.1", "a further frequency", "Leave it out"),
    ],
)
def test_what_contradicts_itself_is_refused_with_what_to_change(line, found, remedy):
    with pytest.raises(Refusal) as refused:
        resolve(line, R2)
    assert found in str(refused.value)
    assert remedy in str(refused.value)
    assert all(refused.value.as_dict().values())


def test_the_tone_lists_are_whole():
    assert len(CTCSS_50) == len(set(CTCSS_50)) == 50
    assert len(CTCSS_38) == 38
    assert len(set(DCS_104)) == 104
    assert list(map(float, CTCSS_50)) == sorted(map(float, CTCSS_50))


# -- any channel written in any accepted form comes back the same --------------------------

TONES = st.sampled_from(CTCSS_50)
CODES = st.sampled_from(DCS_NORMAL + DCS_INVERTED)
SIDES = st.one_of(
    st.just((None, None)),
    st.tuples(TONES, st.none()),
    TONES.map(lambda t: (t, t)),
    CODES.map(lambda c: (c, c)),
    st.tuples(TONES, TONES).filter(lambda p: p[0] != p[1]),
    st.tuples(TONES, CODES),
    st.tuples(CODES, TONES),
    st.tuples(st.none(), TONES),
)


@st.composite
def channels(draw):
    band = draw(st.sampled_from([(144, 148), (222, 225), (420, 450), (50, 54)]))
    raster = draw(st.sampled_from([5_000, 6_250, 12_500]))
    low, high = band[0] * M, band[1] * M
    rx = draw(st.integers(low // raster + 1, high // raster - 1)) * raster
    tx = draw(st.one_of(st.just(rx), st.integers(low // raster + 1, high // raster - 1).map(lambda n: n * raster)))
    label = draw(st.one_of(st.none(), st.sampled_from(["DEPOT", "RIDGE TOP", "HARBR1", "K-7"])))
    return Channel(rx, tx, tone_use(*draw(SIDES)), draw(st.sampled_from(list(Width))), None, label)


def write_frequency(draw, hz):
    text = megahertz(hz)
    return draw(
        st.sampled_from(
            [
                text,
                text.replace(".", ","),
                f"{hz // 1000}.{hz % 1000:03d}".rstrip("0").rstrip(".") + " kHz",
                text.rstrip("0").rstrip(".") + " MHz",
                f"{hz} Hz",
            ]
        )
    )


def write_side(draw, side, prefix):
    if side[-1] in "NI":
        word = draw(st.sampled_from(["d", "dcs ", "DCS", "d "]))
        return f"{prefix}{word}{side[:3]}{side[3] if side[3] == 'I' else draw(st.sampled_from(['', 'n', 'N']))}"
    return (
        f"{prefix}{draw(st.sampled_from(['', ' ']))}{side}"
        if prefix
        else draw(st.sampled_from(["pl ", "PL", "CTCSS ", "tone ", "t"])) + side
    )


def write_tone(draw, tone):
    sent, opened = tone.tone_tx or tone.dcs_tx, tone.tone_rx or tone.dcs_rx
    if not sent and not opened:
        return draw(st.sampled_from(["", "tone off", "no tone"]))
    if sent and sent == opened:
        plain = write_side(draw, sent, "")
        if sent[-1] in "NI":
            return plain if draw(st.booleans()) else f"{write_side(draw, sent, 't')} {write_side(draw, opened, 'r')}"
        both = draw(st.sampled_from([f"pl {sent} send and open", f"t{sent} r{sent}", f"uplink and downlink tone {sent}"]))
        return both
    if sent and not opened and sent[-1] not in "NI":
        return write_side(draw, sent, "")
    written = [write_side(draw, sent, "t")] if sent else []
    return " ".join([*written, *([write_side(draw, opened, "r")] if opened else [])])


def write_shift(draw, channel):
    rx, tx = channel.rx_hz, channel.tx_hz
    assert tx is not None
    if rx == tx:
        return f"{write_frequency(draw, rx)} simplex"
    out, into = write_frequency(draw, rx), write_frequency(draw, tx)
    shift = tx - rx
    amount = megahertz(abs(shift))
    sign = draw(st.sampled_from(["+", "plus "] if shift > 0 else ["-", "−", "minus "]))
    forms = [f"{out}/{into}", f"in {into} out {out}", f"output {out} input {into}", f"downlink {out} uplink {into}"]
    if abs(shift) < 60 * M and abs(shift) % 1000 == 0:
        forms += [f"{out} {sign}{amount}", f"{out} {sign}{abs(shift) // 1000}k", f"{out} {sign} {amount} MHz"]
    return draw(st.sampled_from(forms))


@given(st.data(), channels())
@settings(max_examples=400, deadline=None)
def test_a_channel_written_in_any_form_comes_back_the_same(data, channel):
    draw = data.draw
    pieces = [write_shift(draw, channel), write_tone(draw, channel.tone)]
    if channel.width is Width.NARROW:
        pieces.append(draw(st.sampled_from(["narrow", "nfm", "FM-N"])))
    else:
        pieces.append(draw(st.sampled_from(["", "wide", "fm"])))
    if channel.label:
        pieces.append(channel.label)
    line = " ".join(p for p in pieces if p)
    assert resolve(line, R2).channel == channel, line


@given(st.text(max_size=80))
@settings(max_examples=300, deadline=None)
def test_no_line_breaks_the_resolver(line):
    try:
        found = resolve(line, R2)
    except Refusal as refusal:
        assert refusal.do
    else:
        assert found.channel.rx_hz > 0


def test_1750_hz_and_the_usual_width_of_a_region():
    for line in ("145.600 - 1750", "145.6 minus 1750 Hz burst", "145.6 -0.6 tone burst"):
        found = resolve(line, R1)
        assert found.burst, line
        assert found.channel.as_dict()["tx_hz"] == 145_000_000
        assert found.channel.as_dict()["tone_mode"] == "none"
        assert next(n.text for n in found.notes if n.field == "tone_mode").startswith("1750 Hz")
    assert resolve("145.600 - 88.5", R1).channel.width == "narrow"
    assert resolve("145.600 - 88.5 wide", R1).channel.width == "wide"
    assert not resolve("147.33 + 103.5", R2).burst
    with pytest.raises(Refusal):
        resolve("145.600 - 88.5 1750", R1)


@pytest.mark.parametrize("line", ["R0", "RV48", "RV48 71.9", "s20 narrow"])
def test_a_channel_number_of_a_band_plan_is_said_to_be_one(line):
    with pytest.raises(Refusal) as refused:
        resolve(line, load_region("r1"))
    assert "band plan" in refused.value.found


@pytest.mark.parametrize(
    ("line", "memory"),
    [
        ("147.33 + into memory 13", "13"),
        ("146.55 slot 7", "7"),
        ("store in channel 12 146.55", "12"),
        ("146.55 memory thirteen", "13"),
        ("147.33 + CH 5", None),
    ],
)
def test_a_memory_named_in_the_line_is_no_part_of_the_name(line, memory):
    found = resolve(line, R2)
    assert found.memory == memory and (memory is None or found.channel.label is None)
    assert [n.field for n in found.notes if n.field == "slot"] == (["slot"] if memory else [])
