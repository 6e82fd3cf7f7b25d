export { HostFileSchema, type HostFile, type Option } from './hostfile.ts';
export {
  asWeWant,
  embedAddress,
  fileFor,
  optionStands,
  withOption,
  type Set as OptionSet,
} from './options.ts';
export { readMoment } from './times.ts';
