/** What comes from outside the page (this browser's store, another tab), looked at before it is believed. */
export type Table = Readonly<Record<string, unknown>>;

export const isTable = (value: unknown): value is Table =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A table of texts. */
export const isTexts = (value: unknown): value is Readonly<Record<string, string>> =>
  isTable(value) && Object.values(value).every((text) => typeof text === 'string');
