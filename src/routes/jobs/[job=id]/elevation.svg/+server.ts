import { error } from '@sveltejs/kit';
import { elevationSvg } from '$core/formats/elevation-svg';
import { elevation } from '$core/kitchen/geometry';
import { readNotation } from '$core/kitchen/notation';
import { orError } from '$server/base/answer';
import { openJob } from '$server/services/job/open-job';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params, url }) =>
  orError(() => {
    const file = openJob(locals.db, params.job);
    const name = url.searchParams.get('wall') ?? '';
    const wall = readNotation(file.job.surveyed, file.job.unit).kitchen.walls.find((w) => w.name === name);
    if (!wall)
      error(404, { message: `There is no wall “${name}”.`, advice: 'Choose one under Survey, In and out.' });
    const zones = new Map(file.zones.map((z) => [z.id, z]));
    const pieces = file.pieces
      .filter((p) => p.wall === name)
      .map((p) => ({
        code: p.code,
        zone: zones.get(p.zoneId)?.letter ?? '',
        hex: zones.get(p.zoneId)?.hex ?? '',
      }));
    return new Response(elevationSvg(elevation(wall), pieces, file.job.unit, `${file.job.name}, ${name}`), {
      headers: {
        'content-type': 'image/svg+xml',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      },
    });
  });
