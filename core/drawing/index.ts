export { cleanDrawing, UnreadableDrawing, type CleanDrawing } from './clean.ts';
