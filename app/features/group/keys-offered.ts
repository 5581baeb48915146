/** Whether this page may use keys: over TLS, or from this very machine. */
export const keysOffered = (): boolean => (globalThis.crypto.subtle as SubtleCrypto | undefined) !== undefined
