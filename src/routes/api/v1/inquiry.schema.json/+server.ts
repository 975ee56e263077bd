import { json } from '@sveltejs/kit';
import { inquirySchema } from '$lib/server/inquiry';

export const GET = () => json(inquirySchema());
