import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { Derived } from '../data/models.js';

/** A day: how often it is noted that something is still wanted. */
const NOTED_MS = 24 * 3600 * 1000;

/** What has been worked out, by the key of what it was worked out from. The same key always means the same value. */
@Injectable()
export class DerivedService {
  private readonly near = new LRUCache<string, { value: unknown }>({ max: 20_000 });

  /** What is known under some keys; those that are not are left out. */
  async find<T>(keys: readonly string[]): Promise<Map<string, T>> {
    const found = new Map<string, T>();
    const asked: string[] = [];
    for (const key of new Set(keys)) {
      const kept = this.near.get(key);
      if (kept) found.set(key, kept.value as T);
      else asked.push(key);
    }
    if (asked.length === 0) return found;
    const rows = await Derived.findAll({ where: { key: asked } });
    const old: string[] = [];
    for (const { key, value, usedAt } of rows) {
      this.near.set(key, { value });
      found.set(key, value as T);
      if (usedAt.getTime() < Date.now() - NOTED_MS) old.push(key);
    }
    if (old.length > 0) await Derived.update({ usedAt: new Date() }, { where: { key: old } });
    return found;
  }

  /** Keeps what was worked out. */
  async keep(entries: Iterable<readonly [string, unknown]>): Promise<void> {
    const rows = [...entries].map(([key, value]) => ({ key, value, usedAt: new Date() }));
    if (rows.length === 0) return;
    await Derived.bulkCreate(rows, { ignoreDuplicates: true });
    for (const { key, value } of rows) this.near.set(key, { value });
  }

  /** Forgets what is near at hand, after rows were dropped. */
  forget(): void {
    this.near.clear();
  }
}
