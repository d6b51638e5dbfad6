import type * as v from 'valibot';

/**
 * A schema that looks at no object twice: what was found sound stays so, as values are never changed in place. For lists of
 * very many parts, of which a change leaves all but one as they were.
 */
export function checkedOnce<I, O extends object>(
  schema: v.GenericSchema<I, O>,
): v.GenericSchema<I, O> {
  const sound = new WeakSet();
  return {
    ...schema,
    '~run'(dataset, config) {
      const { value } = dataset;
      if (typeof value === 'object' && value !== null && sound.has(value))
        return { typed: true, value: value as O };
      const made = schema['~run'](dataset, config);
      if (made.typed && !made.issues) {
        if (typeof value === 'object' && value !== null) sound.add(value);
        sound.add(made.value);
      }
      return made;
    },
  };
}
