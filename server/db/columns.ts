import { customType, datetime, varchar } from 'drizzle-orm/mysql-core';
import { randomBytes } from 'node:crypto';

/** A value kept as JSON text. MariaDB has no JSON type of its own, so the driver hands back a string. */
export function json<T>(name: string) {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (text) => JSON.parse(text) as T,
  })(name);
}

/** Bytes of any length. */
export const packed = customType<{ data: Buffer }>({ dataType: () => 'longblob' });

/** An id of ours: 16 characters, 96 random bits, safe in addresses. */
export const newId = (): string => randomBytes(12).toString('base64url');

/** True for what `newId` gives. */
export const isId = (text: string): boolean => /^[\w-]{16}$/.test(text);

export const id = (name: string) => varchar(name, { length: 40 });
export const moment = (name: string) => datetime(name, { mode: 'date', fsp: 3 });
