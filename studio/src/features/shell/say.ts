/** Says something to the user in passing, with something to do about it if there is. */
export type Say = (text: string, action?: { title: string; run: () => void }) => void;
