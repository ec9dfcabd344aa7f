const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** A text inside an XML document: marks as entities; signs that XML 1.0 does not have are left out. Source: XML 1.0, section 2.2. */
export const xmlText = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(/[&<>"]/g, (c) => ENTITIES[c]);
