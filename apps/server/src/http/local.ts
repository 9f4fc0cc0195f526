/** Hosts on which this machine alone is heard, without a token. */
const LOCAL = ['127.0.0.1', '::1', 'localhost']

export const isLocal = (host: string): boolean => LOCAL.includes(host)
