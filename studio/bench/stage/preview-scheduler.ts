/**
 * When a picture of the scene is asked for, and how fine: coarse ones while things change, so that a drag is smooth, and
 * a fine one at rest. It knows nothing of React, of the canvas or of the worker.
 */

/** A frame of a drag that takes longer than this misses the next but one of the screen, ms. */
const SMOOTH = 22;
/** After this long without a change the picture is made as fine as the screen, ms. */
const REST = 110;
/** While a coarse picture is in flight, rest is looked for again after this long, ms. */
const AGAIN = 30;
/** The most often the scale may be halved while things change. */
const COARSEST = 2;
/** How often the scale of the very first picture is halved: whatever it shows is not cached yet. */
const FIRST = 1;
/** How far the pace of one frame moves the one that is expected. */
const LEARNS = 0.4;

/** A picture that is asked for. */
export interface Request<P> {
  /** How large it will be. */
  megapixels: number;
  /** The picture; null if a newer one has made it unwanted. */
  made: Promise<P | null>;
}

/** What the scheduler works with. */
export interface PreviewPorts<P> {
  /** How large a picture of what the stage shows is at full fineness, megapixels. */
  megapixels(): number;
  /** Asks for a picture whose scale is halved so many times; null if the stage shows nothing of the scene. */
  request(halvings: number): Request<P> | null;
  /** Shows a picture; `isFine` tells that it is as fine as the screen. */
  show(made: P, isFine: boolean): void;
  /** How long a picture took to make, ms. */
  took(made: P): number;
  /** Whether what is shown is still to be replaced. */
  busy(is: boolean): void;
  /** Whether a picture is being made that may take long: the first of all, or a fine one. */
  long(is: boolean): void;
  /** A picture could not be made; not called again until one could. */
  failed(error: unknown): void;
}

export interface PreviewScheduler {
  /** Something that the picture depends on has changed. */
  changed(): void;
  /** Asks for a fine picture now. */
  refine(): void;
  /** Gives up what is being made, and shows nothing finer until something changes, or `refine`. */
  giveUp(): void;
  /** Ends it: nothing is asked for or shown any more. */
  stop(): void;
}

/** A scheduler of previews. It asks for nothing until something changes. */
export function previewScheduler<P>(ports: PreviewPorts<P>): PreviewScheduler {
  let stopped = false;
  let flight: { isFine: boolean; isFirst: boolean } | null = null;
  let isNext = false;
  let isNoted = false;
  let isFineShown = false;
  let hasFailed = false;
  let resting: ReturnType<typeof setTimeout> | undefined;
  /** Time that a megapixel took lately, ms. */
  let pace = 40;
  let halvings = FIRST;
  /** How often the scale of the last picture was halved: the first at a scale has nothing cached. */
  let last: number | null = null;
  /** Changes so far: a picture made before the last one is not yet what shall be seen. */
  let changes = 0;

  /** Makes the frames of a drag coarser, or finer again, by what they took. Halves only, so that caches are found again. */
  const adapt = () => {
    const all = ports.megapixels();
    const expected = (n: number) => (all / 4 ** n) * pace;
    if (expected(halvings) > SMOOTH && halvings < COARSEST) halvings++;
    else if (halvings > 0 && expected(halvings - 1) < SMOOTH * 0.6) halvings--;
  };

  const launch = async (isFine: boolean) => {
    // A fine picture may be given up for a change; a frame of a drag is let through, or a fast hand would never see one.
    if (flight && !flight.isFine) {
      isNext = true;
      return;
    }
    const own = { isFine, isFirst: last === null };
    const seen = changes;
    flight = own;
    ports.long(own.isFine || own.isFirst);
    if (!isFine && last !== null) adapt();
    const used = isFine ? 0 : halvings;
    try {
      const asked = ports.request(used);
      if (!asked) ports.busy(false);
      const made = asked && (await asked.made);
      if (stopped) return;
      if (asked && made && flight === own) {
        if (used === last)
          pace = pace * (1 - LEARNS) + (ports.took(made) / asked.megapixels) * LEARNS;
        last = used;
        isFineShown = used === 0;
        ports.show(made, isFineShown);
        if (isFineShown && seen === changes) ports.busy(false);
      }
      hasFailed = false;
    } catch (error) {
      if (!stopped && !hasFailed) ports.failed(error);
      hasFailed = true;
      ports.busy(false);
    }
    if (flight === own) {
      flight = null;
      ports.long(false);
    }
    // Nobody waits to see whether there are more changes before the first fine picture.
    if (own.isFirst && last !== null && !isNext && !stopped) return void launch(true);
    if (isNext && !stopped) {
      isNext = false;
      void launch(false);
    }
  };

  const rest = () => {
    if (flight && !flight.isFine) resting = setTimeout(rest, AGAIN);
    else if (!isFineShown || flight) void launch(true);
  };

  return {
    changed() {
      changes++;
      ports.busy(true);
      // Several changes of one event make one frame.
      if (!isNoted) {
        isNoted = true;
        queueMicrotask(() => {
          isNoted = false;
          if (!stopped) void launch(false);
        });
      }
      clearTimeout(resting);
      resting = setTimeout(rest, REST);
    },
    refine: () => void launch(true),
    giveUp() {
      clearTimeout(resting);
      flight = null;
      isNext = false;
      ports.long(false);
      ports.busy(false);
    },
    stop() {
      stopped = true;
      clearTimeout(resting);
    },
  };
}
