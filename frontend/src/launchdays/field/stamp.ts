/** A moment as the server takes it. */
export const stamp = (milliseconds: number): string => new Date(milliseconds).toISOString();
