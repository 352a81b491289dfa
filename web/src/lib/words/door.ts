/** What is read without being signed in, and where one is signed out: in the browser's language, or in one's own. */
import { messagesOf } from './language';
import en from './messages/door.en.json';

export const t = messagesOf(en, { sv: () => import('./messages/door.sv.json') });
