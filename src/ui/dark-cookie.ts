/** Says that every page is drawn dark on this device. */
export const darkCookie = 'dark';
