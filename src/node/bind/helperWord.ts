/** The first argument of the command where it is started as a helper: its bundle starts in half the time of the modules. */
export const helperWord = '--draw-for-bind';
