/** The screens that pages are looked at on first: a phone and a desk, in CSS pixels across. */
export const PHONE = 390;
export const DESK = 1280;
