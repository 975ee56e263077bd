import { json } from '@sveltejs/kit';
import { inquirySchema } from '$lib/server/inquiry-document';

export const GET = () => json(inquirySchema());
