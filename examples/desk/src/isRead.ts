/** Whether figures may be made of a file. It is loaded with the first files that somebody brings. */
export { isRead } from 'hexis/desk';
