/** The lines of the rows that are not in use, as they stand in a display's text. */
export const OTHER_ROW = /\b[A-Z]+: [\d.-]+(?: [A-Z]+(?![\w:]))?/g;

/** What stands on the display of the row in use: without its pointer, without the other rows. */
export const ownRow = (text: string): string => text.replace(/^▶\S+\s*/, '').replace(OTHER_ROW, '');
