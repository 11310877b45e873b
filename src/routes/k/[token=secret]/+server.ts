/** The page of a household. For whoever has its link; it writes nothing but a report that is sent. */
import { render } from 'svelte/server';
import CustomerPage from '$ui/customer/CustomerPage.svelte';
import { customerView, drawnSize, type Asked } from '$server/services/customer/customer-page';
import { HEADERS, page, through } from '$server/services/customer/gate';
import { takeReport } from '$server/services/customer/reports';
import { Refused } from '$server/base/refused';
import { listPieces } from '$server/store/pieces';
import type { RequestEvent, RequestHandler } from './$types';

const visitor = ({ params, locals, getClientAddress }: RequestEvent) => ({
  token: params.token,
  address: getClientAddress(),
  now: locals.now(),
  real: Date.now(),
});

function shown(
  db: RequestEvent['locals']['db'],
  link: Parameters<typeof customerView>[1],
  asked: Asked,
  now: number,
  status = 200,
): Response {
  const { head, body } = render(CustomerPage, { props: { view: customerView(db, link, asked, now) } });
  return page(
    `<!doctype html><html lang="en"><head><meta charset="utf-8">${head}</head><body>${body}</body></html>`,
    status,
  );
}

const share = (text: string | null): number | null => {
  const n = Number(text);
  return text !== null && text !== '' && n >= 0 && n <= 1 ? n : null;
};

export const GET: RequestHandler = (event) =>
  through(event.locals.db, visitor(event), (link) => {
    const { searchParams } = event.url;
    const piece = searchParams.get('piece');
    // A picture that is touched says where in its own pixels.
    const size = listPieces(event.locals.db, link.job).find((p) => p.id === piece);
    const drawn = size && drawnSize(size);
    const pixel = (name: string, of: number): number | null => {
      const text = searchParams.get(name);
      return text === null ? null : share(String(Number(text) / of));
    };
    const x = drawn ? pixel('at.x', drawn.width) : null;
    const y = drawn ? pixel('at.y', drawn.height) : null;
    const point = x !== null && y !== null ? { x: Number(x.toFixed(3)), y: Number(y.toFixed(3)) } : null;
    return shown(
      event.locals.db,
      link,
      { path: `/k/${event.params.token}`, piece, point, sent: searchParams.has('sent') },
      event.locals.now(),
    );
  });

export const POST: RequestHandler = (event) =>
  through(event.locals.db, visitor(event), async (link) => {
    const form = await event.request.formData();
    const text = (name: string): string => {
      const value = form.get(name);
      return typeof value === 'string' ? value : '';
    };
    const path = `/k/${event.params.token}`;
    try {
      await takeReport(event.locals.db, link, form, event.locals.now());
    } catch (refusal) {
      if (!(refusal instanceof Refused)) throw refusal;
      const [x, y] = [share(text('x')), share(text('y'))];
      return shown(
        event.locals.db,
        link,
        {
          path,
          piece: text('piece') || null,
          point: x !== null && y !== null ? { x, y } : null,
          sent: false,
          error: refusal.message,
          given: { kind: text('kind'), words: text('words') },
        },
        event.locals.now(),
        refusal.status,
      );
    }
    return new Response(null, { status: 303, headers: { ...HEADERS, location: `${path}?sent=1` } });
  });
