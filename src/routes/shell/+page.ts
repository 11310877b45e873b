/** The application without a page: a device keeps it, and opens any page with it where the server does not answer. */
export const ssr = false;
