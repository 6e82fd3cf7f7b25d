import { unpack, type Unpacked } from '@placard/core/embed';

export default ({ code, trusted }: { code: string; trusted: string[] }): Unpacked => unpack(code, trusted);
