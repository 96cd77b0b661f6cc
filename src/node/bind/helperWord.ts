/** The first argument that starts the command as a helper. The bundled command starts twice as fast as its modules do. */
export const helperWord = '--draw-for-bind';
