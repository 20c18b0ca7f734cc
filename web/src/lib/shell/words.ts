/** The terms that explain themselves at a tap. */
export const TERMS: Record<string, string> = {
  'listing line': 'What a list, a flyer or a voice gives you for a channel: a frequency, then sign, offset, tone, in any common form.',
  receive: 'The frequency you listen on: a repeater’s output.',
  send: 'The frequency you transmit on: a repeater’s input.',
  shift: 'Send minus receive. Plus or minus says the direction, the offset how far.',
  tone: 'A quiet hum sent with your voice (CTCSS), or a digital code (DCS). Many repeaters open only for the right one.',
  'opens on': 'Your loudspeaker stays closed until this tone or code is heard. Open receive hears everything, so a fault shows at once.',
  width: 'How far the carrier swings: wide is ±5 kHz, narrow ±2.5 kHz. The wrong one sounds thin or distorted.',
  label: 'The name that the radio shows for a slot.',
  slot: 'A numbered memory of the radio.',
  twin: 'A virtual radio that obeys its manual. Every sheet is carried out on it before you see it.',
  proven: 'The sheet was carried out on the twin, first from chosen states of every kind, then from every state that the radio can be in. It left exactly this channel in exactly this slot, and nothing else changed but what it tells.',
  'VFO mode': 'The radio shows the frequency that the keys set, not a stored slot.',
  'talk-around': 'Sending on a repeater’s output without the repeater, when it is down or the other is near.',
  region: 'Which habits hold: shifts, bands and rasters differ between the regions of the world.',
  firmware: 'The version of the radio’s own programme. Menu numbers may differ between versions.',
};
