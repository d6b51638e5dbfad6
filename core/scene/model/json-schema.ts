import { toJsonSchema } from '@valibot/to-json-schema';
import { layerSchema, sceneSchema } from './schema';

/**
 * The JSON Schema (draft 7) of scene.json. What cannot be said in it is checked besides:
 * ids are unique, the area and the depth of groups are limited, and groups alone have layers.
 */
export const sceneJsonSchema = (): object =>
  toJsonSchema(sceneSchema, {
    errorMode: 'ignore',
    definitions: { layer: layerSchema },
  });
