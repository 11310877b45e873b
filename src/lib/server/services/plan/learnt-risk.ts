/** How far plans go otherwise here, by what was recorded. */
import { learnRisk, type RiskModel } from '$core/planning/risk/risk-model';
import type { Db } from '../../db/open';
import { listForecastErrors } from '../../store/forecasts';
import { sumPasses } from '../../store/summaries';
import { recentPaces } from '../bench/paces';
import { now } from '../company/clock';

/** Readings of two years say how forecasts err: their source and the places change. Our choice. */
const KEPT = 730 * 86_400_000;

export const learntRisk = (db: Db): RiskModel =>
  learnRisk({
    paces: [...recentPaces(db).values()],
    ...sumPasses(db),
    forecasts: listForecastErrors(db, now(db) - KEPT),
  });
