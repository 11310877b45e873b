export function addressLines(asked: {
  host: string;
  port: number;
  securePort: number | null;
  origins: string[];
}): string[];
export function serveCommand(name: string, env: Record<string, string>, usualPort: number): Promise<void>;
