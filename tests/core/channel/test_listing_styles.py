"""The many ways in which a channel is written: each reads back as what was meant, and what may be two things is asked."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, Width, megahertz, tone_use
from vocator.core.channel.listing_line import resolve
from vocator.core.channel.listing_numbers import spoken
from vocator.core.channel.tones import CTCSS_50
from vocator.core.refusal import Refusal
from vocator.files.region_yaml import load_region

R2, R1 = load_region("r2"), load_region("r1")
M = 1_000_000
FIGURES = "zero one two three four five six seven eight nine".split()
NAMES = (
    "RIDGE",
    "N. RIDGE",
    "ADMIN 1",
    "RIDGE TOP",
    "TOWER",
    "Mill Pond",
    "K7-N",
    "call 1",
    "2ND BASE",
    "HIGH POINT",
    "BASE ONE",
)


def say(text):
    return " ".join("decimal" if c == "." else FIGURES[int(c)] for c in text)


def side(value, letter):
    return f"{letter}{value}" if value[-1] not in "NI" else f"{letter} dcs {value}"


# A repeater with a tone each way or one, a width and a name, as lists, flyers and voices give them.  rx, tx, sign, MHz and kHz
# of the offset, tone sent and opening (or None), narrow or not, name (or "").
STYLES = (
    lambda c: f"{c['rx']} {c['sign']} {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['name']} {c['rx']}{c['sign']} {c['tone']} {c['width']}",
    lambda c: f"{c['rx']} MHz {c['sign']}{c['khz']} kHz {c['tone']} Hz {c['width']} {c['name']}",
    lambda c: f"{c['rx']} {c['word']} offset {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['rx']} offset {c['sign']}{c['mhz']} {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['rx']} rx, {c['tx']} tx, {c['tone']}, {c['width']}, {c['name']}",
    lambda c: f"{c['rx']} out {c['tx']} in {c['tone']} {c['width']} {c['name']}",
    lambda c: f"Output: {c['rx']}, Input: {c['tx']}, Tone: {c['tone']} {c['width']} {c['name']}",
    lambda c: f"downlink {c['rx']} uplink {c['tx']} tone {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['name']}\t{c['rx']}\t{c['sign']}\t{c['mhz']}\t{c['tone']}\t{c['width']}",
    lambda c: f"{c['name']};{c['rx']};{c['tx']};{c['tone']};{c['width']}",
    lambda c: f"{c['rx']},{c['tx']},{c['tone']},{c['width']},{c['name']}",
    lambda c: f"{c['name']} | {c['rx']} | {c['sign']}{c['mhz']} | {c['tone']} | {c['width']}",
    lambda c: f"{c['rx'].replace('.', ',')} {c['sign']} pl {c['tone'].replace('.', ',')} {c['width']} {c['name']}",
    lambda c: f"{c['rx'].replace('.', ' ')} {c['sign']} {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['rx']}/{c['tx']} CTCSS {c['tone']} {c['width']} ({c['name']})",
    lambda c: f"{say(c['rx'])} {c['word']} tone {say(c['tone'])} {c['width']} {c['name']}",
    lambda c: f"{say(c['rx'])}, {c['word']}, tone {say(c['tone'])}, {c['width']}, {c['name']}",
    lambda c: f"{' '.join(c['rx'].replace('.', 'p')).replace('p', 'point')} {c['word']} {c['mhz']} megs, tone {' '.join(c['tone'].replace('.', 'd')).replace(' d ', ' decimal ')} {c['width']} {c['name']}" if "I" not in c["tone"] and "N" not in c["tone"] else f"{say(c['rx'])}, {c['word']} {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['rx']} ({c['sign']}) {c['tone']} {c['width']} - {c['name']}" if c["name"] else f"{c['rx']} {c['sign']} {c['tone']} {c['width']}",
    lambda c: f"T {c['tx']} R {c['rx']} {c['tone']} {c['width']} {c['name']}",
    lambda c: f"{c['rx'].replace('.', '')} kHz {c['word']} {c['mhz']} MHz {c['tone']} {c['width']} {c['name']}",
)  # fmt: skip
BOTH = ("{t} {t} TSQ", "{t} T-SQ", "{t} SQ", "{t} both ways", "{t} in and out", "{t} encode/decode", "{t} enc/dec", "{t}/{t}", "t{t} r{t}",
        "uplink {t} downlink {t}", "{t} tone squelch", "encode {t} decode {t}")  # fmt: skip
ONE = ("{t}", "t{t}", "{t}/none", "uplink {t} downlink none", "{t} send only", "encode {t}", "{t} enc", "pl {t}", "CTCSS {t}")


@st.composite
def repeaters(draw):
    low, high, shift = draw(st.sampled_from([(145_200, 145_500, -600), (146_610, 146_995, -600), (147_005, 147_395, 600), (440_000, 444_995, 5000),
                                             (445_005, 449_995, -5000), (223_850, 224_980, -1600)]))  # fmt: skip
    khz = draw(st.integers(low // 5, high // 5)) * 5
    tone = draw(st.sampled_from([t for t in CTCSS_50 if t != "146.2"]))
    narrow, name = draw(st.booleans()), draw(st.sampled_from(["", *NAMES]))
    channel = Channel(
        khz * 1000, (khz + shift) * 1000, tone_use(tone, None), Width.NARROW if narrow else Width.WIDE, None, name or None
    )
    plus = shift > 0
    return channel, {
        "rx": f"{khz / 1000:.3f}", "tx": f"{(khz + shift) / 1000:.3f}", "sign": "+" if plus else draw(st.sampled_from("-−")),
        "word": draw(st.sampled_from(["plus", "positive"] if plus else ["minus", "negative"])), "khz": abs(shift), "mhz": f"{abs(shift) / 1000:g}",
        "tone": tone, "width": draw(st.sampled_from(["N", "NFM", "narrow", "12.5 kHz"] if narrow else ["", "W", "wide", "25 kHz"])), "name": name,
    }  # fmt: skip


@given(repeaters(), st.sampled_from(range(len(STYLES))))
@settings(max_examples=600)
def test_a_repeater_written_in_any_of_twenty_styles_reads_back(written, style):
    channel, parts = written
    found = resolve(STYLES[style](parts), R2)
    assert found.channel == channel, STYLES[style](parts)
    assert not found.doubts and not found.readings, (STYLES[style](parts), found.doubts)


@given(st.sampled_from(CTCSS_50), st.sampled_from(CTCSS_50), st.sampled_from(ONE), st.sampled_from(BOTH))
def test_the_use_of_a_tone_in_all_its_writings(tone, other, one, both):
    assert resolve(f"147.33 + {one.format(t=tone)} RIDGE", R2).channel.tone == tone_use(tone, None)
    assert resolve(f"RIDGE 147.33 + {both.format(t=tone)}", R2).channel.tone == tone_use(tone, tone)
    for cross in (f"{tone}/{other}", f"uplink {tone} downlink {other}", f"t{tone} r{other}", f"encode {tone} decode {other}"):
        assert resolve(f"147.33 + {cross}", R2).channel.tone == tone_use(tone, other), cross


@pytest.mark.parametrize(
    ("line", "rx", "tx"),
    [
        ("147.33 + .6", "147.330", "147.930"),
        ("146.73 −.6", "146.730", "146.130"),
        ("52.82 -500", "52.820", "52.320"),
        ("29.64 -100", "29.640", "29.540"),
        ("448.775 offset 5 MHz", "448.775", "443.775"),
        ("448.775 offset −", "448.775", "443.775"),
        ("147 33", "147.330", "147.930"),
        ("445.5 rx, 440.5 tx", "445.500", "440.500"),
        ("146.73 output 146.13 input tone 91.5", "146.730", "146.130"),
        ("146.52 2M SIMPLEX", "146.520", "146.520"),
        ("one forty seven point three three plus", "147.330", "147.930"),
        ("146 point 94 minus", "146.940", "146.340"),
        ("146.94 minus600", "146.940", "146.340"),
        ("147.33 plus six hundred kilohertz", "147.330", "147.930"),
        ("RX147.330 TX147.930", "147.330", "147.930"),
        ("RIDGE - 146.94 - 100", "146.940", "146.340"),
        ("3. 146.94 [-] {100.0}", "146.940", "146.340"),
        ("#12 146.94 - RIDGE", "146.940", "146.340"),
        ("2) 29.62 -", "29.620", "29.520"),
        ("146.55 talkaround", "146.550", "146.550"),
    ],
)
def test_shifts_and_figures_as_people_write_them(line, rx, tx):
    found = resolve(line, R2)
    assert (megahertz(found.channel.rx_hz), megahertz(found.channel.tx_hz), found.doubts) == (rx, tx, [])


@pytest.mark.parametrize(
    ("line", "first", "plan"),
    [
        ("14652", "146.520", R2),
        ("44600", "446.000", R2),
        ("146 7", "146.700", R2),
        ("1465200 simplex", "146.520", R2),
        ("one forty seven three three", "147.330", R2),
        ("146.8 146.2", "t146.2", R2),
        ("147.33 1035", "t103.5", R2),
        ("29.64 - 100", "offset 100k", R2),
        ("155.1", "receive only", R2),
        ("147.33 + 103.5 simplx", "simplex", R2),
        ("147.33 + 103.5 squelch", "name squelch", R2),
        ("147.33 + tone", "no tone", R2),
        ("147.33 + 103.5 up", "name up", R2),
        ("147.33 + 103.5 T", "name T", R2),
        ("448.775 DEPOT 5 118.8", 'name "DEPOT 5"', R2),
        ("430.8125 88.5", "+ 1.6", R1),
        ("430.8125 + 88.5", "+ 1.6", R1),
        ("432.5 - 88.5", "− 1.6", R1),
        ("51.0 -", "− 0.5", R2),
        ("146.94 - 023", "D023", R2),
        ("147.33 + RIDGE 023", "D023", R2),
        ("147.33 + D023R", "D023N without D023R", R2),
        ("147.33 + D23", "D023N without D23", R2),
        ("146.580S", "simplex", R2),
        ("146.58 sx", "simplex", R2),
        ("147.285R+ 103.5", "name R", R2),
        ("147.33 + 103.5 mid", "name mid", R2),
        ("147.33 + 103.5 linked", "name linked", R2),
    ],
)
def test_what_may_be_two_things_is_asked_and_each_choice_added_to_the_line_answers(line, first, plan):
    found = resolve(line, plan)
    asked = found.doubts[0]
    assert asked.choices[0] == first and not found.receive_only
    for choice in asked.choices:
        try:
            answered = resolve(f"{line} {choice}", plan)
        except Refusal:
            continue  # a choice may contradict the rest of the line: that is said then
        assert asked.question not in [d.question for d in answered.doubts], choice
    for meaning in found.readings:
        assert meaning.differs
        assert resolve(f"{line} {meaning.choice}", plan).channel == meaning.channel
    assert len({m.differs for m in found.readings}) == len(found.readings)


@pytest.mark.parametrize(
    ("line", "tone", "label"),
    [
        ("146.94 - TS 100.0 LAKE", "100.0", "LAKE"),
        ("147.225 +0.6, CT 127.3", "127.3", None),
        ("freq=146.805;offset=-;tone=141.3;name=TOWER", "141.3", "TOWER"),
        ("146.73 output 146.13 input tone 91.5 decode none", "91.5", None),
        ("NEWTOWN CT 146.52 simplex", None, "NEWTOWN CT"),
        ("147.105+ (600kHz) 103.5Hz CTCSS, wide, Gull Rock", "103.5", "Gull Rock"),
        ("output 448.775, shift minus 5, access tone 118.8", "118.8", None),
        ("Gull Rock repeater 147.105 plus, sub-audible 103.5", "103.5", "Gull Rock"),
        ("147.33 with plus offset, 103.5 PL", "103.5", None),
        ("147.33 + tx 103.5 rx csq", "103.5", None),
        ("147.33 + 103.5 no decode", "103.5", None),
        ("uplink 88.5 downlink none 147.33 +", "88.5", None),
        ("VHF 146.55 simplex", None, None),
        ("147.33 + 103.5 in only", "103.5", None),
        ("rx=147.33 tx=147.93 tone=103.5 width=12.5", "103.5", None),
        ("freq 147.33 offset + tone 103.5 location Gull Rock QRT", "103.5", "Gull Rock"),
    ],
)
def test_words_of_a_list_are_no_names(line, tone, label):
    found = resolve(line, R2).channel
    assert (found.tone.tone_tx, found.label) == (tone, label)


def test_a_shift_may_read_like_a_frequency_of_another_band():
    assert resolve("1297.025 -28", R1).channel.tx_hz == 1_269_025_000
    with pytest.raises(Refusal, match="two channels"):
        resolve("444.4 + 100 ; 444.45 + 100", R2)
    with pytest.raises(Refusal, match=r"221\.500"):
        resolve("223.1 -", R2)


def test_codes_in_all_their_writings_are_codes_and_no_names():
    for written, code in (
        ("DCS-023", "023N"),
        ("DTCS 23", "023N"),
        ("DPL: 23 I", "023I"),
        ("D-174", "174N"),
        ("code 023", "023N"),
    ):
        found = resolve(f"147.33 + {written}", R2)
        assert (found.channel.tone.dcs_tx, found.channel.label, found.doubts) == (code, None, []), written
    pair = resolve("147.33 + DCS 023/174", R2).channel.tone
    assert (pair.dcs_tx, pair.dcs_rx) == ("023N", "174N")
    for written in (
        "D023 in D174 out",
        "in D023 out D174",
        "DCS 023 in, DCS 174 out",
        "103.5 in 123.0 out",
        "103.5 up, 123.0 down",
    ):
        found = resolve(f"147.33 + {written}", R2)
        tone = found.channel.tone
        wanted = ("023N", "174N") if "D" in written else ("103.5", "123.0")
        assert (tone.dcs_tx or tone.tone_tx, tone.dcs_rx or tone.tone_rx) == wanted, written
        assert (found.channel.label, found.doubts) == (None, []), written
    for written in ("023 inv", "023 inverted", "023I", "023 i"):
        assert resolve(f"147.33 + DCS {written}", R2).channel.tone.dcs_tx == "023I"
    assert "three figures" in " ".join(n.text for n in resolve("147.33 + DTCS 23", R2).notes)


def test_power_state_and_mode_are_said_and_no_name():
    for line, power in (
        ("147.33 + low power", "low"),
        ("147.33 + 103.5 high", "high"),
        ("147.33 + 103.5 QRP", "low"),
        ("147.33 + RIDGE low", "low"),
        ("147.33 +", None),
    ):
        assert resolve(line, R2).as_dict()["power"] == power
    for line in ("147.33 + off the air", "147.33 + out of service RIDGE"):
        assert any(n.field == "state" and n.text.startswith("off the air") for n in resolve(line, R2).notes)
    for line, word in (
        ("442.1 + DMR", "digital"),
        ("442.1 + digital", "digital"),
        ("442.1 + DMR CC1 TS2", "digital"),
        ("146.52 SSB", "SSB"),
    ):
        found = resolve(line, R2)
        assert found.channel.label is None and any(n.field == "mode" and word in n.text for n in found.notes)


def test_known_services_are_not_asked_and_a_lone_number_word_stays_a_word():
    assert resolve("162.55", R2).receive_only and not resolve("162.55", R2).doubts
    assert spoken("BASE ONE 147.33 plus five") == "BASE ONE 147.33 plus 5"
    assert spoken("one hundred three point five") == "103.5"


SOUP = """147.33 146.52 448.775 443.775 14652 1035 885 88.5 146.2 + - − plus offset shift 0.6 .6 600 5 1.6 MHz kHz Hz k m tone pl t103.5 r88.5 t r tx
rx in out up down uplink and / , ; | ( none off both SQ enc decode encode/decode d023 dcs 074i narrow N W wide 12.5 low high power 5W RIDGE ADMIN 1 2M
simplex call name without foo simplx squelch DMR FM off-the-air unknown ± one forty seven point hundred 1750 receive only no sign 29.64 100 147 33 162.55
155.1 name: 1,2 147,33 rx""".split()


@given(st.lists(st.sampled_from(SOUP), min_size=1, max_size=9), st.sampled_from([R2, R1]))
@settings(max_examples=1500)
def test_any_pieces_in_any_order_are_understood_asked_or_refused_with_words(pieces, plan):
    try:
        found = resolve(" ".join(pieces), plan)
    except Refusal as refused:
        assert refused.do
    else:
        assert found.channel.rx_hz > 0
        for meaning in found.readings:
            assert meaning.differs and meaning.choice in {c for d in found.doubts for c in d.choices}
