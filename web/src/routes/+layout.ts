/** Everything is drawn in the browser: the server serves one page. */
export const ssr = false;
export const prerender = false;
