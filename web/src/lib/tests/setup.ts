/** What every test stands on: a busy machine is waited for, as long as a test may take in all. */
import { configure } from '@testing-library/svelte';

configure({ asyncUtilTimeout: 15_000 });
