import { json } from '@sveltejs/kit';
import { jobJsonSchema } from '$core/formats/job-json';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => json(jobJsonSchema());
