/** A piece and a zone, as the survey shows them. */
import type { OpenJob } from '$server/services/job/open-job';
import type { ZoneView } from '$server/services/job/elevations';

type Piece = OpenJob['pieces'][number];
export type SurveyPiece = Pick<
  Piece,
  'id' | 'code' | 'wall' | 'form' | 'hinge' | 'band' | 'w' | 'h' | 'zoneId' | 'condition'
>;
export type SurveyZone = ZoneView;
