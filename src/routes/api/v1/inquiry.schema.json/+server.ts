import { json } from '@sveltejs/kit';
import { inquirySchema } from '$lib/server/document-schema';

export const GET = () => json(inquirySchema());
