export { ratioInWords, simplestRatio, type Ratio } from './ratio.ts';
export { heightAt, MeasureSchema, renditionWidths, type Measure } from './measure.ts';
