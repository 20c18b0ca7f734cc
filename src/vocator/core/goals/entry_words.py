"""What an entry of a radio's menu is for, in a line, and whether a channel cares."""

from vocator.core.radio.profile import CHANNEL_PARTS, Means, Setting

WORDS: dict[Means, str] = {
    Means.AUTO_SHIFT: "sets sign and offset by itself for each frequency typed; compare with the listing",
    Means.SHIFT: "the sign: send above or below what you hear, or on the same",
    Means.OFFSET: "how far off it sends",
    Means.TONE_USE: "whether a tone or code is sent, and whether the receive side waits for it; setting the tone alone does not send it",
    Means.TONE: "which tone; whether it is used is another setting",
    Means.CODE: "which digital code; whether it is used is another setting",
    Means.SEND_TONE: "the tone that is sent with your signal",
    Means.OPEN_TONE: "the tone that opens your receive side; off hears everything",
    Means.SEND_CODE: "the digital code that is sent with your signal",
    Means.OPEN_CODE: "the digital code that opens your receive side; off hears everything",
    Means.WIDTH: "wide or narrow; a narrow repeater does not open for a wide signal",
    Means.POWER: "as low as serves",
    Means.STEP: "the step of the dial; some frequencies exist only with the right one",
    Means.BUSY_LOCK: "refuses to send while anything is heard on the channel",
    Means.SEND_USE: "whether a tone or a code is sent",
    Means.OPEN_USE: "whether the receive side waits for a tone or a code",
    Means.WATCH: "listens to the other rows; a signal there takes the keys and PTT with it",
    Means.DUAL_WATCH: "hears both sides by turns; PTT sends on the main one",
    Means.TRANSMIT_ROW: "which row PTT sends on, whatever you look at",
    Means.REVERSE: "swaps receive and send, to hear a repeater's users directly; off again, or nothing opens",
    Means.SHOW: "what memory mode shows of a slot; the frequency while you program",
    Means.GROUP: "puts a slot into a group, or keeps the dial to one",
    Means.BEEP: "a beep at each key",
    Means.RESET: "puts the radio back to new: leave it alone",
    Means.MODE: "the kind of signal; FM for repeaters",
    Means.BAND: "which band the side works on",
    Means.SEND_FREQUENCY: "the transmit frequency itself, in place of sign and offset",
    Means.POLARITY: "normal or inverted code",
    Means.SQUELCH: "how strong a signal must be to be heard: where the noise just stops",
    Means.ROWS: "shows and hears a second row",
}


def entry_words(setting: Setting) -> str:
    """Return what a setting is for: its own words, else those of its meaning."""
    return setting.about or WORDS.get(setting.means, "of no use for a channel")


def channel_cares(setting: Setting) -> bool:
    """Whether what is set there is part of a channel."""
    return setting.means in CHANNEL_PARTS
