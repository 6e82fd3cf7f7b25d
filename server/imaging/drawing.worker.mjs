import { optimize } from 'svgo';

export default (svg) => optimize(svg, { multipass: true }).data;
