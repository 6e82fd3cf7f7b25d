import { hashPassword } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Measure } from '@placard/core/geometry';
import type { Role } from '@placard/core/contract';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { account, host, section, site, user } from '../db/schema.ts';

/** What a new installation begins with. */
export interface Founding {
  name: string;
  language: string;
  measures: Measure[];
  style: string;
  sections: { slug: string; title: string }[];
  people: { name: string; email: string; password: string; role: Role }[];
  approvedHosts: { host: string; note: string }[];
}

/** Sets up the first site with its sections and people. Does nothing where a site exists. */
export async function found(database: Database, founding: Founding): Promise<boolean> {
  const people = await Promise.all(
    founding.people.map(async (person) => ({
      ...person,
      id: randomUUID(),
      hash: await hashPassword(person.password),
    })),
  );
  return database.transaction(async (transaction) => {
    const [existing] = await transaction.select({ id: site.id }).from(site).limit(1).for('update');
    if (existing) return false;
    const siteId = newId();
    const { name, language, measures, style } = founding;
    await transaction
      .insert(site)
      .values({ id: siteId, name, language, measures, style, heavyBytes: 400_000, modernFormat: 'webp' });
    for (const [ordinal, { slug, title }] of founding.sections.entries()) {
      await transaction.insert(section).values({ id: newId(), siteId, slug, title, ordinal });
    }
    for (const entry of founding.approvedHosts) {
      await transaction.insert(host).values({ siteId, ...entry, review: 'approved' });
    }
    for (const { id, name: personName, email, role, hash } of people) {
      const [taken] = await transaction.select({ id: user.id }).from(user).where(eq(user.email, email));
      if (taken) continue;
      const now = new Date();
      const times = { createdAt: now, updatedAt: now };
      await transaction
        .insert(user)
        .values({ id, name: personName, email: email.toLowerCase(), role, emailVerified: true, ...times });
      await transaction.insert(account).values({
        id: randomUUID(),
        accountId: id,
        providerId: 'credential',
        userId: id,
        password: hash,
        ...times,
      });
    }
    return true;
  });
}
