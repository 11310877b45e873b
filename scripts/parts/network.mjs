/** The addresses at which this computer can be reached, and who reaches them. Plain Node: it runs before anything is built. */
import { networkInterfaces, hostname } from 'node:os';

/** IPv4 addresses of this computer in its own networks. */
export const ownAddresses = () =>
  Object.values(networkInterfaces())
    .flat()
    .flatMap((i) => (i && i.family === 'IPv4' && !i.internal ? [i.address] : []));

/** Names by which others in the network may call it. */
export const ownNames = () => [...new Set([hostname(), `${hostname().replace(/\.local$/, '')}.local`])];

/** Whether an address is this computer alone. */
export const isLoopback = (host) => ['localhost', '127.0.0.1', '::1', '[::1]'].includes(host);
/** Whether a server at an address listens to everybody who reaches the computer. */
export const isEverybody = (host) => ['0.0.0.0', '::', '[::]'].includes(host);
