import type pg from 'pg';

interface Cluster {
  readonly password: string;
  admin(database: string): pg.ClientConfig;
  owner(database: string): pg.ClientConfig;
  url(database: string): string;
}
export function ensureDatabase(cluster: Cluster, name: string): Promise<{ owner: pg.ClientConfig; url: string }>;
export function applyMigrations(config: pg.ClientConfig, server?: string): Promise<boolean>;
export function loadDemo(url: string): Promise<void>;
