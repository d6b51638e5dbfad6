import { toJsonSchema } from '@valibot/to-json-schema';
import { sceneSchema } from './schema';

/**
 * The JSON Schema (draft 7) of scene.json. Two rules cannot be said in it and are checked besides:
 * ids are unique, and the area is limited.
 */
export const sceneJsonSchema = (): object => toJsonSchema(sceneSchema, { errorMode: 'ignore' });
