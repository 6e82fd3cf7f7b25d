export { anyPage, anyTogether } from './pages.ts';
