/**
 * All that is fetched: under which key it is kept, and how it is asked for. Keys stand nowhere else. What stands under a
 * class begins with the class, so that a change of the class makes all of it stale.
 */
export * from './families';
export * from './own';
export * from './plan';
export * from './report';
export * from './school';
export * from './scores';
export * from './sending';
export * from './spread';
export * from './stale';
