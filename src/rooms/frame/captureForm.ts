/** The form of the field at the top, which a button elsewhere can hand in too. */
export const captureForm = "capture";
