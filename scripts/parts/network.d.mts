export function ownAddresses(): string[];
export function ownNames(): string[];
export function isLoopback(host: string): boolean;
export function isEverybody(host: string): boolean;
