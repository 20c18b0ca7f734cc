"""What an operator may write of a channel, as a grammar: pieces in any order.

A piece that stands here is understood; what is none of them is a word, and words are looked at last.  Longer
writings have the higher priority (the figure after a name), so that "tone squelch" is never "tone" and a word.
The syntax is lark's; ``listing_words`` says what the pieces mean.
"""

NAMED_WORDS = r"(?:(?:name|call|label|tag)\s+(?:it|this)|name|label|called|named|labelled|tagged|a\.?k\.?a\.?)(?:\s*[:=]\s*|\s+)"
"""What stands before a name that is said to be one."""

GRAMMAR = r"""
start: piece*

?piece: code | tone | letter_tone | burst | no_tone | tone_unknown | sign_unknown
      | both | send_use | open_use | use_value
      | signed | shift | sided | number
      | receive_only | no_shift | memory | simplex | narrow | wide | power | watts | state | on_air | mode | analogue
      | named | without | band | word | quoted | slash | idle

code: CODE
tone: TONE amount | TONE
letter_tone: LETTER amount
use_value: SEND_USE amount | OPEN_USE amount | OPEN_USE NONE | BOTH amount
both: BOTH
send_use: SEND_USE | RX_OPEN
open_use: OPEN_USE
signed: SIGN | SIGN amount | SIGN SHIFT | SIGN SHIFT amount
shift: SHIFT | SHIFT amount | SHIFT SIGN | SHIFT SIGN amount
sided: IN amount | IN TONE amount | IN code | IN NONE | IN TONE NONE | IN TONE | IN
     | OUT amount | OUT TONE amount | OUT code | OUT NONE | OUT TONE NONE | OUT TONE | OUT
number: amount
amount: NUMBER UNIT | NUMBER
burst: BURST
no_tone: NO_TONE | NONE
tone_unknown: TONE_UNKNOWN
sign_unknown: SIGN_UNKNOWN
receive_only: RECEIVE_ONLY
simplex: SIMPLEX
no_shift: NO_SHIFT
memory: MEMORY
narrow: NARROW
wide: WIDE
power: POWER
watts: WATTS
state: STATE
on_air: ON_AIR
mode: MODE
analogue: ANALOGUE
named: NAMED
without: WITHOUT
band: BAND
word: WORD
quoted: QUOTED
slash: SLASH
idle: IDLE | UNIT | LETTER

CODE.9: /(?:(?:t|r|tx|rx|uplink|downlink|up|down|send|open|in|out|input|output|encode|decode|enc|dec)\s*)?(?:(?:dcs|dpl|dtcs|code)(?:\s*[:=]?\s*|-)\d{1,3}|d(?:\s*[:=]?\s*|-)\d{3})\s*(?:(?:normal|norm|inverted|inv|[ni])(?![\w.])|(?![\w.]))/i
BURST.9: /(?:1750(?:\.0)?\s*(?:hz)?\s*(?:tone\s*burst|burst|tone|call)?|(?:tone\s*)?burst(?:\s*(?:of\s*)?1750)?(?:\s*hz)?)(?![\w.,])/i
NO_TONE.8: /(?:no\s+(?:tone|ctcss|pl|sub\s?tone)|without\s+(?:a\s+)?tone|(?:tone|ctcss|pl)\s*[:=]?\s*(?:off|none|no)|carrier(?:\s+(?:squelch|access))?|csq)(?!\w|-\w)/i
TONE_UNKNOWN.8: /(?:tone\s+(?:unknown|not\s+known|\?)|unknown\s+tone)(?!\w)/i
SIGN_UNKNOWN.8: /(?:(?:sign|shift|offset)\s+(?:unknown|not\s+known|\?)|unknown\s+(?:sign|shift|offset)|±|\+\/-)(?!\w)/i
BOTH.8: /(?:(?:uplink\s+and\s+downlink|up\s+and\s+down|in\s+and\s+out|input\s+and\s+output|tx\s*(?:and|\/|&|\+)\s*rx|send\s*(?:and|\/|&|\+)\s*open|t\/r|enc(?:ode)?\s*(?:and|\/|&|\+)\s*dec(?:ode)?|both\s+(?:ways|sides|directions)|both|tone\s+sq(?:uelch)?|ctcss\s+sq(?:uelch)?|tsql|t-?sq|sq)(?:\s+(?:tone|ctcss|pl)(?=\s*\d))?)(?![\w-])/i
SEND_USE.7: /(?:(?:send|tx|in|input|up|uplink)\s+only|encode(?:\s+only)?|enc(?:\s+only)?)(?!\w|-\w)/i
RX_OPEN.8: /(?:no\s+dec(?:ode)?|receive\s+open|open\s+receive|(?:rx?|receive|downlink|dec(?:ode)?)\s*[:=]?\s*(?:open|off|none|csq|carrier(?:\s+squelch)?))(?!\w|-\w)/i
OPEN_USE.7: /(?:decode|dec)(?!\w|-\w)/i
RECEIVE_ONLY.8: /(?:receive[\s-]+only|rx[\s-]+only|listen(?:ing)?[\s-]+only|rxo)(?!\w|-\w)/i
STATE.8: /(?:off[\s-]+the[\s-]+air|off[\s-]?air|out\s+of\s+service|out\s+of\s+order|o\/s|oos|off-?line|not\s+working|not\s+on\s+(?:the\s+)?air|inactive|silent|defunct|qrt)(?!\w|-\w)/i
ON_AIR.8: /(?:on[\s-]+the[\s-]+air|on[\s-]?air|in\s+service|operational|active)(?!\w|-\w)/i
POWER.8: /(?:(?:low|high|mid|med|medium|lo|hi)\s+(?:power|pwr)|(?:power|pwr)\s*[:=]?\s*[a-z]\w*)(?!\w|-\w)/i
WATTS.8: /(?:\d{1,3}|\d\.\d)(?:w|\s?watts?)(?!\w)|\d{1,2}\sw(?!\w)/i
TONE.6: /(?:(?:uplink|access|squelch)\s+tone|sub[\s-]?(?:audible\s+)?tone|sub[\s-]?audible|tone|ctcss|pl|tn|(?:ct|ts)(?=\s*[:=]?\s*\d{2,3}\.\d(?![\d.]))|access(?=\s*[:=]?\s*\d{2,3}(?:\.\d)?(?![\d.])))\s*[:=]?(?=[\s\d.:=,;)]|$)/i
LETTER.6: /[tr]\s*[:=]?\s*(?=\.?\d)/i
SIGN.9: /(?:\+|-|(?:plus|minus)(?![a-z_])|(?:positive|negative|pos|neg)(?!\w)|(?:up|down)(?=\s+(?:\.\d|\d(?:\.\d+)?(?![\d.])|\d{3,4}(?![\d.]))))/i
SHIFT.6: /(?:offset|shift|duplex|dup|split|(?:cross|x)[\s-]?band)\s*[:=]?(?!\w|-\w)/i
IN.6: /(?:input|in|uplink|up|tx|txd|send|transmit|sends?\s+on)\s*[:=]?(?!\w|-\w)|tx(?=\d)/i
OUT.6: /(?:output|out|downlink|down|rx|receive|receives?\s+on|listen(?:s)?(?:\s+on)?)\s*[:=]?(?!\w|-\w)|rx(?=\d)/i
NO_SHIFT.12: /(?:(?:no|zero|without(?:\s+an?)?)\s+(?:offset|shift|duplex|split)|(?:offset|shift|duplex|dup|split)\s*[:=]?\s*(?:none|off|zero|nil|no|0(?:\.0+)?(?![\d.])))(?!\w|-\w)/i
MEMORY.12: /(?:(?:(?:store|save|put|program)\s+(?:it\s+|this\s+)?)?(?:in(?:to)?|to|as|at)\s+(?:memory|mem|slot|channel|chan|ch|location|position)|memory|mem|slot)(?:\s*(?:number|no\.?|nr\.?|#))?\s*[:=]?\s*(?:[a-z]\d{1,2}-)?\d{1,4}(?![\w.])/i
SIMPLEX.6: /(?:simplex|smpx|spx|simp|direct|talk-?\s?around)(?!\w|-\w)/i
NARROW.6: /(?:nfm|fm-?n|narrow(?:\s?band)?|narr|nbfm|nb|n)(?![\w.-])/i
WIDE.6: /(?:wfm|fm-?w|wide(?:\s?band)?|wb|w)(?![\w.-])/i
MODE.6: /(?:dmr(?:[\s,;]+(?:cc|ts)\s?\d{1,2})*|digital|p25|nxdn|tetra|c4fm|dv|am|ssb|usb|lsb|cw|atv)(?![\w-])/i
ANALOGUE.6: /(?:analogue|analog|fm)(?![\w-])/i
NONE.5: /(?:none|off|nil|n\/a)(?!\w|-\w)/i
NAMED.12: /<NAMED>(?:"[^"]*"|[a-z0-9][\w\-\/.'+]*)/i
WITHOUT.11: /without\s+(?!(?:an?\s+)?(?:tone|offset|shift|duplex|split))[a-z0-9][\w\-\/.'+]*/i
BAND.5: /(?:10|6|2|1\.25|4)\s?m(?![\w.])|(?:70|33|23)\s?cm(?![\w.])/i
NUMBER.4: /(?:\d+(?:\.\d+)?|\.\d+)(?![\d.]*\d|[a-z_]|\.\d)|(?:\d+(?:\.\d+)?|\.\d+)(?=\s?(?:mhz|khz|hz|k|m)(?!\w))/i
UNIT.6: /(?:(?<=\d)|(?<=\d\s))(?:mhz|khz|hz|k|m)(?![\w-])/i
IDLE.3: /(?:location|(?:band)?width|spacing|callsign|(?:city|town|county|site|status|use|notes?|remarks?|comments?)(?=\s*[:=])|vhf|uhf|with|repeater|rpt|rptr|freq|frequency|mhz|and|on|at|the|is)(?!\w|-\w)[:=]?/i
QUOTED.3: /"[^"]*"/
SLASH.2: /[\/]/
WORD.1: /[A-Za-z0-9][A-Za-z0-9\-\/.'+_]*/
LOOSE: /(?:[\s;,|():=?]|\.(?!\d))+/

%ignore LOOSE
""".replace("<NAMED>", NAMED_WORDS)
