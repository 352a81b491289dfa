/** Notices by mail: what the links in them do, without signing in. */
import { api, ask } from '$lib/api/client';

export const notices = {
	stop: (token: string) => ask(api.POST('/api/v1/notices/stop/{token}', { params: { path: { token } } })),
	confirm: (token: string) =>
		ask(api.POST('/api/v1/notices/confirm/{token}', { params: { path: { token } } }))
};
