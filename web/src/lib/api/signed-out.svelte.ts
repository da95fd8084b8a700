/** Whether the program last answered that this device is not signed in. */
export const signedOut = $state({ here: false });

/** The sign-in page, which leads back to where one was. */
export const signInAddress = (): string => `/sign-in/${location.hash}`;
