/** `npm run rebuild-summaries`: makes the lines of the job pages anew from the log of facts. */
import { openDatabase } from '../src/lib/server/db/open';
import { rebuildSummaries } from '../src/lib/server/services/job/summaries';

const db = openDatabase(process.env.ANTHEM_DATA ?? 'data/anthem.db');
console.log(`${rebuildSummaries(db)} jobs summarised`);
