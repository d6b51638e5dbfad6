import * as v from 'valibot';
import { newId } from '@ignis/core/scene/model/new-id';
import { useArriving, type Arriving } from '../state/arriving';

const listSchema = v.array(
  v.object({ id: v.string(), name: v.string(), width: v.number(), height: v.number() }),
);

/** An example scene: its id on the server, its name, and its size, px. */
export type Example = v.InferOutput<typeof listSchema>[number];

/** The example scenes that the server has. Throws if it is not within reach. */
export const listExamples = async (): Promise<Example[]> =>
  v.parse(listSchema, await (await fetch('/examples/index.json')).json());

/** A copy of an example on its way to the bench, which shows the example's picture while its file is fetched and opened. */
export async function arriving({ id, name, width, height }: Example): Promise<Arriving> {
  const stop = new AbortController();
  const [url, cover] = [`/examples/${id}.ignis`, `/examples/${id}.webp`];
  const { openExample } = await import('../files/scene-file');
  const opened = openExample(
    { name, url, cover },
    { progress: (done) => useArriving.setState({ done }), signal: stop.signal },
  );
  opened.catch(() => undefined);
  return { name, width, height, cover, id: newId(), file: { opened, stop: () => stop.abort() } };
}
