import { expect, it } from 'vitest';
import { altAdvice } from './advice.ts';

it.each([
  ['Stars drawn into rings above a small dome.', '', []],
  ['', 'a caption', []],
  ['DSC_4471.jpg', '', ['file-name']],
  ['star-trails.png', '', ['file-name']],
  ['Image of a dome at night', '', ['says-image']],
  ['A photograph showing the moon', '', ['says-image']],
  ['Two hours over the old dome.', 'two hours over the old dome.', ['repeats-caption']],
  ['dome', '', ['too-short']],
  ['word '.repeat(60), '', ['too-long']],
])('%j beside the caption %j gets %j', (alt, caption, rules) => {
  expect(altAdvice(alt, caption).map(({ rule }) => rule)).toEqual(rules);
});
