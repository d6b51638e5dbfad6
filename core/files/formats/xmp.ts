import { strToU8 } from 'fflate';
import { xmlText } from '../xml-text';

/** What a file says of its picture in words, as the artist wrote it; nothing is written that they did not write. */
export interface About {
  title?: string;
  creator?: string;
  rights?: string;
  description?: string;
}

/** The fields of an `About`, in the order that they are asked for. */
export const ABOUT = [
  'title',
  'creator',
  'rights',
  'description',
] as const satisfies readonly (keyof About)[];

/** The most letters of a field. */
export const LONGEST_WORDS = 2000;

/** What is said of it: fields without words are left out; null if none is left. */
export function saidOf(about: About | undefined): About | null {
  const said = ABOUT.flatMap((field) => {
    const words = about?.[field]?.trim().slice(0, LONGEST_WORDS);
    return words ? [[field, words] as const] : [];
  });
  return said.length > 0 ? Object.fromEntries(said) : null;
}

/** How each field stands in a packet: by its name in Dublin Core, and the kind of list that XMP wants it to be. */
const LISTS: Readonly<Record<keyof About, 'Alt' | 'Seq'>> = {
  ...{ title: 'Alt', creator: 'Seq', rights: 'Alt', description: 'Alt' },
};

/**
 * The packet of XMP that says it, UTF-8 (ISO 16684-1: the data model, and Dublin Core in 8.3); null if nothing is said.
 */
export function xmpOf(about: About | undefined): Uint8Array | null {
  const said = saidOf(about);
  if (!said) return null;
  const fields = ABOUT.filter((field) => said[field]).map((field) => {
    const list = LISTS[field];
    const language = list === 'Alt' ? ' xml:lang="x-default"' : '';
    const item = `<rdf:li${language}>${xmlText(said[field]!)}</rdf:li>`;
    return `<dc:${field}><rdf:${list}>${item}</rdf:${list}></dc:${field}>`;
  });
  return strToU8(
    [
      '<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>',
      '<x:xmpmeta xmlns:x="adobe:ns:meta/">',
      '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
      '<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/">',
      ...fields,
      '</rdf:Description></rdf:RDF></x:xmpmeta>',
      '<?xpacket end="r"?>',
    ].join(''),
  );
}
