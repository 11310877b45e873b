/** How far plans go otherwise here, by what was recorded. */
import { learnRisk, type RiskModel } from '$core/planning/risk/risk-model';
import type { Db } from '../../db/open';
import { sumPasses } from '../../store/summaries';
import { recentPaces } from '../bench/paces';

export const learntRisk = (db: Db): RiskModel =>
  learnRisk({ paces: [...recentPaces(db).values()], ...sumPasses(db) });
