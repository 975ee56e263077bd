import { json } from '@sveltejs/kit';
import { version } from '../../../../../package.json';
import { openApi } from '$lib/server/http';

export const GET = () => json(openApi(version));
