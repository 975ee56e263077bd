import { json } from '@sveltejs/kit';
import { inquirySchema } from '$lib/server/inquiry/document-schema';

export const GET = () => json(inquirySchema());
