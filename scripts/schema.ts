/** `npm run schema`: writes the published JSON Schema of the job file anew. */
import { writeFileSync } from 'node:fs';
import { jobJsonSchema } from '../src/lib/core/formats/job-json';

writeFileSync('docs/formats/anthem-job-1.schema.json', `${JSON.stringify(jobJsonSchema(), null, 2)}\n`);
