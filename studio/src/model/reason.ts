/** Why something failed, in words. */
export const reasonOf = (reason: unknown): string => (reason instanceof Error ? reason.message : String(reason));
