import * as v from 'valibot';

/** Colours that layers are marked with, distinct at a glance; layers are found by them, and a scene may name them. */

export const markColours = ['coral', 'brass', 'moss', 'teal', 'slate', 'heather'] as const;
export type MarkColour = (typeof markColours)[number];

/** The longest name of a mark, letters. */
export const MAX_MARK_NAME = 40;

export const markSchema = v.picklist(markColours, `A mark is one of ${markColours.join(', ')}.`);

/** What the marks of a scene are called; one that is left out has its colour's name. */
export const markNamesSchema = v.record(markSchema, v.pipe(v.string(), v.maxLength(MAX_MARK_NAME)));
export type MarkNames = Partial<Record<MarkColour, string>>;
