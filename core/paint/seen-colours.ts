/**
 * Values without those colours that are not seen: what uses a ramp does not show its plain colour, nor the other way
 * round; what has no choice shows both.
 */
export const seenColours = (values: Readonly<Record<string, unknown>>): unknown => {
  const chooses = values.paint !== undefined || values.ramped !== undefined;
  const ramped = values.ramped === true || (values.paint !== undefined && values.paint !== 'one');
  return { ...values, ...(chooses && (ramped ? { colour: null } : { ramp: null })) };
};
