import { axesInk, fitScene } from './scene.js';
import { sceneInk } from './sceneMarks.js';

/** What lays scenes out: loaded for figures in space alone. */
export const stage = { fitScene, sceneInk, axesInk } as const;

export type Stage = typeof stage;
