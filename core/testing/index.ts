export { anyPage } from './pages.ts';
