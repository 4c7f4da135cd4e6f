/** The pattern of `like` and `ilike` for what holds `text` anywhere; its own signs stand for themselves. */
export const holding = (text: string): string => `%${text.replaceAll(/[\\%_]/g, "\\$&")}%`;
