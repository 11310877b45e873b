/** A door to be pointed at. For whoever has the link. */
import { doorSvg } from '$server/services/customer/customer-page';
import { HEADERS, notThere, through } from '$server/services/customer/gate';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, locals, url, getClientAddress }) =>
  through(
    locals.db,
    { token: params.token, address: getClientAddress(), now: locals.now(), real: Date.now() },
    (link) => {
      const [x, y] = [url.searchParams.get('x'), url.searchParams.get('y')].map(Number);
      const inside = (n: number | undefined): n is number => n !== undefined && n >= 0 && n <= 1;
      const point = url.searchParams.has('x') && inside(x) && inside(y) ? { x, y } : null;
      const svg = doorSvg(locals.db, link, url.searchParams.get('piece') ?? '', point);
      return svg === null
        ? notThere()
        : new Response(svg, { headers: { ...HEADERS, 'content-type': 'image/svg+xml' } });
    },
  );
