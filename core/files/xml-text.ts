/**
 * A text as it stands in XML, within elements and attributes: what is markup there is escaped, and characters that XML 1.0 does
 * not have (2.2, "Char") are left out.
 */
export const xmlText = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
