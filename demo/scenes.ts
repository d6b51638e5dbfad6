/** Builds the example scenes in demo/scenes/ from the sample pictures: `npx tsx demo/scenes.ts`. */
import './examples/bend-of-light';
import './examples/blank-pier';
import './examples/ember-pier';
import './examples/harbour-wall';
import './examples/heron-in-neon';
import './examples/lamp-on-the-pier';
import './examples/lantern-week';
import './examples/long-evening';
import './examples/melt';
import './examples/night-seven';
import './examples/night-seven-type';
import './examples/paper-duel';
import './examples/portholes';
import './examples/round-the-heron';
import './examples/saltmere-bloom';
import './examples/stripped';
import './examples/tide';
