/** A name as it begins a line. */
export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
