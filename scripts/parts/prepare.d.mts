import type { ChildProcess } from 'node:child_process';

export const root: string;
export const SHORT_LIVED: string[];
export function install(): void;
export function isBuilt(): boolean;
export function build(): void;
export function freePort(wanted: number, host?: string): Promise<number>;
export function serve(
  env: Record<string, string>,
  wantedPort: number,
  stdio?: 'inherit' | 'ignore',
  obeys?: boolean,
  flags?: readonly string[],
): Promise<{ server: ChildProcess; url: string; port: number }>;
