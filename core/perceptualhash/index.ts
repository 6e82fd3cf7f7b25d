export { hammingDistance, perceptualHash, sameProportions, SIDE, SAME_PICTURE } from './perceptualhash.ts';
