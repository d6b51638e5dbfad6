/**
 * The package `unicode-property-value-aliases-ecmascript`, which comes without types: the short names of the values of
 * each property, and their long ones; `aliases.get('Script').get('Latn')` is `Latin`.
 */
declare const aliases: ReadonlyMap<string, ReadonlyMap<string, string>>;
export default aliases;
