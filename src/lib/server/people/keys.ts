/** Keys that open something for whoever has them: handed out once, kept as what they hash to. */
import { createHash, randomBytes } from 'node:crypto';

/** 256 bits that nobody guesses. */
export const newKey = () => randomBytes(32).toString('base64url');

/** They need no salt and no slow hash, as they are not chosen by people. */
export const hashOf = (key: string) => createHash('sha256').update(key).digest('base64url');
