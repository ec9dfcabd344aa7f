/** A client-made UUID. `randomUUID` needs a secure context, which loopback is. */
export const newId = (): string => crypto.randomUUID();
