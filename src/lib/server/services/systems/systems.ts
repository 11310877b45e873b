/** The finish systems a job can be planned with: the shipped ones, and the company's versions of them. */
import {
  BASES_OF_FIGURES,
  MOST_FIGURE,
  STAGES,
  STAGE_WORDS,
  systemSchema,
  usualCounts,
  type Basis,
  type Figure,
  type Layer,
  type Product,
  type Stage,
  type System,
} from '$core/coating/system';
import { phasesOf } from '$core/coating/film-stage';
import { buildRoute } from '$core/coating/route';
import type { Phase } from '$core/drying/phase';
import { readPhases, writePhases } from '$core/drying/phase-words';
import { SYSTEMS } from '$core/coating/systems/index';
import { PREP_LIBRARY } from '$core/coating/prep';
import { TOOLS } from '$core/coating/tool';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { FOREIGN_PRIMER, wantsReason } from '$core/coating/primer-under';
import { listWorkers } from '../../store/workers';
import { insertSystem, listChangedSystems, newestVersion } from '../../store/finish-systems';
import { Refused } from '../../base/refused';

/** All systems, the company's version where there is one. */
export function allSystems(db: Db): System[] {
  const changed = new Map(listChangedSystems(db).map((s) => [s.key, s]));
  return SYSTEMS.map((s) => changed.get(s.key) ?? s);
}

/** Every product of the systems, each once. */
export function allProducts(db: Db): Product[] {
  const products = new Map<string, Product>();
  for (const system of allSystems(db))
    for (const product of system.products) if (!products.has(product.key)) products.set(product.key, product);
  return [...products.values()];
}

/** @throws Refused 404 */
export function systemCalled(db: Db, key: string): System {
  const system = allSystems(db).find((s) => s.key === key);
  if (!system) throw new Refused(404, 'There is no such finish system.');
  return system;
}

/** A version after every one that is kept, readable or not. */
const nextVersion = (db: Db, { key, version }: System): number =>
  Math.max(version, newestVersion(db, key) ?? 0) + 1;

const number = (what: string) => z.number(`Write ${what} as a number`).nonnegative(`${what} is not below 0`);

const coats = (face: string) =>
  z.number(`Write the coats on ${face}`).int('Coats are whole').min(0).max(4, 'At most four coats');
const grit = z
  .number('Write the grit as a number, or leave it empty')
  .int()
  .min(40, 'Grits run from 40 to 3000')
  .max(3000, 'Grits run from 40 to 3000')
  .nullable();

const layerFields = z.object({
  order: z.number('Write the order as a number, such as 1').min(0).max(1000),
  back: coats('backs'),
  front: coats('fronts'),
  sandFirst: grit,
  sandBetween: grit,
});

const changesSchema = z.object({
  name: z.string().trim().min(1, 'Give the system a name').max(80),
  products: z.array(
    z.object({
      key: z.string(),
      name: z.string().trim().min(1, 'Give the product a name').max(80),
      solids: number('the volume solids, in %')
        .gt(0, 'Solids are above 0 %')
        .max(100, 'Solids are at most 100 %'),
      dryFilm: number('the dry film').gt(0, 'The dry film is above 0').max(1000, 'The dry film is in µm'),
      density: number('the density').gt(0.3).max(5, 'The density is in kg/L'),
      stages: z.partialRecord(
        z.enum(STAGES),
        number('the wait, such as 45 min or 2 d')
          .max(MOST_FIGURE, 'No wait is longer than five years')
          .nullable(),
      ),
      phases: z.partialRecord(z.enum(STAGES), z.string().max(200)),
      recoatBy: number('the latest recoat, in minutes')
        .max(MOST_FIGURE, 'No window is longer than five years')
        .nullable(),
      minC: z.number('Write the least temperature in °C').min(-20).max(40),
      maxC: z.number('Write the most temperature in °C').min(0).max(60),
      maxHumidity: number('the most humidity, in %').gt(0).max(100, 'Humidity is at most 100 %'),
      dewMarginK: number('the margin over the dew point, in K').max(20),
      potLife: number('the pot life, in minutes').max(MOST_FIGURE).nullable(),
      induction: number('the induction, in minutes').max(1440, 'It takes a day at most').nullable(),
      thinner: number('the thinner, in %').max(100).nullable(),
      parts: z
        .object({
          a: number('the parts of base').gt(0, 'The base has parts above 0').max(1000),
          b: number('the parts of hardener').max(1000),
          by: z.enum(['volume', 'mass']),
          thinnerOf: z.enum(['A+B', 'A']),
        })
        .nullable(),
      basis: z.enum(BASES_OF_FIGURES),
    }),
  ),
  tool: z.enum(TOOLS, 'Choose the tool'),
  /** prep steps that stay, in the order of the system, and those of the library that come after them */
  prep: z.array(
    z.object({
      key: z.string(),
      keep: z.boolean(),
      minutes: number('the minutes').max(1440, 'A step takes a day at most'),
      dry: number('the wait').max(MOST_FIGURE, 'No wait is longer than five years'),
    }),
  ),
  added: z.array(z.string()),
  /** layers as the system has them, each with its place among those that stay */
  layers: z.array(layerFields.extend({ keep: z.boolean() })),
  /** a layer that is added; null for none */
  newLayer: layerFields
    .extend({
      /** key of any known product */
      product: z.string().min(1),
      /** where it is a product of our own that begins with the figures of that one; empty otherwise */
      name: z.string().trim().max(80, 'A product has at most 80 letters'),
      why: z.string().trim().max(300),
    })
    .nullable(),
});
export type SystemChanges = z.input<typeof changesSchema>;

/** Phases of a stage as they were typed: the product's own where they are not the usual ones. @throws Refused */
function changedPhases(product: Product, stage: Stage, text: string): Phase[] | undefined {
  const before = product.stages[stage]?.phases;
  if (!text.trim() || text.trim() === writePhases(phasesOf(product, stage))) return before;
  const read = readPhases(text);
  if ('wrong' in read)
    throw new Refused(422, `${product.name}, ${STAGE_WORDS[stage]}: ${read.wrong}.`, 'phases');
  return read.phases;
}

const EMPTY_LAYER: Layer = {
  product: '',
  coats: { back: 0, front: 0 },
  sandFirst: null,
  sandBetween: null,
  waitFirst: null,
  then: null,
  full: null,
  added: false,
  basis: {},
};

/** A known product, or one of our own that begins with its figures. @throws Refused 422 when there is no such product */
function addedProduct(
  db: Db,
  own: readonly Product[],
  { product: key, name }: { product: string; name: string },
): Product {
  const known = own.find((p) => p.key === key) ?? allProducts(db).find((p) => p.key === key);
  if (!known) throw new Refused(422, 'There is no such product.', 'newLayer');
  if (!name || name === known.name) return known;
  const plain = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  const taken = new Set([...own, ...allProducts(db)].map((p) => p.key));
  const key0 = `own-${plain || 'product'}`.slice(0, 66);
  let ownKey = key0;
  for (let n = 2; taken.has(ownKey); n++) ownKey = `${key0}-${n}`;
  return { ...known, key: ownKey, name };
}

type Changes = z.infer<typeof changesSchema>;

/** What is wrong with the first figure that is, and of what. */
function firstWrong(system: System, error: z.ZodError): Refused {
  const issue = error.issues[0];
  const [list, i, field] = issue?.path ?? [];
  const at = Number(i);
  const where =
    list === 'products'
      ? system.products[at]?.name
      : list === 'prep'
        ? system.prep[at]?.act
        : list === 'layers'
          ? system.products.find((p) => p.key === system.layers[at]?.product)?.name
          : undefined;
  const message = issue?.message ?? 'The system is not complete.';
  return new Refused(422, `${where ? `${where}: ` : ''}${message}`, String(field ?? list ?? ''));
}

/** How what was changed says who typed it, and what it was taken from. */
class Typed {
  /** @param by the name of who changes it */
  constructor(private readonly by: string | undefined) {}

  basis = (basis: Basis['basis']): Basis => ({ basis, ...(this.by ? { by: this.by } : {}) });

  /** A figure as it was, where nobody changed it. */
  figure = (old: Figure | undefined, value: number, basis: Figure['basis']): Figure =>
    old && Math.abs(old.value - value) < 1e-9 ? old : { value, ...this.basis(basis) };

  private stages(p: Product, c: Changes['products'][number]): Product['stages'] {
    return Object.fromEntries(
      STAGES.flatMap((stage) => {
        const value = c.stages[stage];
        const old = p.stages[stage];
        if (value === undefined) return old ? [[stage, old]] : [];
        if (value === null) return [];
        const phases = changedPhases(p, stage, c.phases[stage] ?? '');
        return [[stage, { ...this.figure(old, value, c.basis), ...(phases ? { phases } : {}) }]];
      }),
    );
  }

  private mix(mix: Product['mix'], c: Changes['products'][number]): Product['mix'] {
    if (!mix) return mix;
    const { parts } = c;
    const thinner = c.thinner === null ? mix.thinner : c.thinner / 100;
    const isOwnMix = parts && (['a', 'b', 'by', 'thinnerOf'] as const).some((k) => parts[k] !== mix[k]);
    return {
      ...mix,
      ...parts,
      thinner,
      basis: {
        ...mix.basis,
        ...(isOwnMix ? { parts: this.basis(c.basis) } : {}),
        ...(Math.abs(thinner - mix.thinner) > 1e-9 ? { thinner: this.basis(c.basis) } : {}),
      },
      potLife: c.potLife === null ? mix.potLife : this.figure(mix.potLife, c.potLife, c.basis),
      induction: c.induction === null ? mix.induction : this.figure(mix.induction, c.induction, c.basis),
    };
  }

  product(p: Product, c: Changes['products'][number]): Product {
    if (c.minC >= c.maxC)
      throw new Refused(422, `${c.name}: the least temperature is above the most.`, 'minC');
    const { minC, maxC, dewMarginK } = c;
    const limits = { minC, maxC, maxHumidity: c.maxHumidity / 100, dewMarginK };
    const sameLimits = Object.entries(limits).every(
      ([k, v]) => Math.abs(p.limits[k as keyof typeof limits] - v) < 1e-9,
    );
    return {
      ...p,
      name: c.name,
      solids: this.figure(p.solids, c.solids / 100, c.basis),
      dryFilm: this.figure(p.dryFilm, c.dryFilm, c.basis),
      density: this.figure(p.density, c.density, c.basis),
      stages: this.stages(p, c),
      recoatBy: c.recoatBy === null ? null : this.figure(p.recoatBy ?? undefined, c.recoatBy, c.basis),
      limits: { ...limits, basis: sameLimits ? p.limits.basis : c.basis },
      mix: this.mix(p.mix, c),
    };
  }

  layer(layer: Layer, { back, front, sandFirst, sandBetween }: z.infer<typeof layerFields>): Layer {
    const own = this.basis('our own rule');
    return {
      ...layer,
      coats: { back, front },
      ...{ sandFirst, sandBetween },
      basis: {
        ...layer.basis,
        ...(back !== layer.coats.back || front !== layer.coats.front ? { coats: own } : {}),
        ...(sandFirst !== layer.sandFirst ? { sandFirst: own } : {}),
        ...(sandBetween !== layer.sandBetween ? { sandBetween: own } : {}),
      },
    };
  }
}

/** The steps of preparation that stay, with their figures, and those that are added. */
function changedPrep(before: System, changes: Changes, typed: Typed): System['prep'] {
  const kept = before.prep.flatMap((p) => {
    const c = changes.prep.find((x) => x.key === p.key);
    if (!c) return [p];
    if (!c.keep) return [];
    const minutesPerPiece = typed.figure(p.minutesPerPiece, c.minutes, 'our own rule');
    return [{ ...p, minutesPerPiece, dry: typed.figure(p.dry, c.dry, 'data sheet') }];
  });
  const added = changes.added.map((key) => {
    const step = PREP_LIBRARY.find((p) => p.key === key);
    if (!step || kept.some((p) => p.key === key))
      throw new Refused(422, 'That prep step is not known, or is there already.', 'added');
    return step;
  });
  return [...kept, ...added];
}

/** The layers in their new order, and all products that they may be of. */
function changedLayers(
  db: Db,
  before: System,
  changes: Changes,
  typed: Typed,
): Pick<System, 'layers' | 'products'> {
  const products = before.products.map((p) => {
    const c = changes.products.find((x) => x.key === p.key);
    return c ? typed.product(p, c) : p;
  });
  const rows = before.layers.flatMap((layer, i) => {
    const c = changes.layers[i];
    if (!c) return [{ order: i + 1, layer }];
    return c.keep ? [{ order: c.order, layer: typed.layer(layer, c) }] : [];
  });
  const { newLayer } = changes;
  if (newLayer) {
    const product = addedProduct(db, products, newLayer);
    if (product.kind === 'primer' && wantsReason(before) && newLayer.why.length < 3)
      throw new Refused(422, FOREIGN_PRIMER, 'why');
    if (!products.some((p) => p.key === product.key)) products.push(product);
    const bare = { ...EMPTY_LAYER, product: product.key, ...(newLayer.why ? { why: newLayer.why } : {}) };
    rows.push({ order: newLayer.order, layer: typed.layer(bare, newLayer) });
  }
  if (rows.length === 0) throw new Refused(422, 'A system has at least one layer. Keep one.', 'layers');
  const layers = rows.sort((x, y) => x.order - y.order).map((r) => r.layer);
  const used = new Set(layers.map((l) => l.product));
  return { layers, products: products.filter((p) => used.has(p.key)) };
}

/**
 * Saves the company's version of a system. What was changed carries the basis that was chosen, the rest keeps its own.
 * @returns the new version
 * @throws Refused 422 with the figure that is wrong; nothing is saved then
 */
export function changeSystem(db: Db, key: string, input: unknown, worker: string, now: number): System {
  const before = systemCalled(db, key);
  const parsed = changesSchema.safeParse(input);
  if (!parsed.success) throw firstWrong(before, parsed.error);
  const changes = parsed.data;
  const typed = new Typed(listWorkers(db).find((w) => w.id === worker)?.name);
  const system = systemSchema.parse({
    ...before,
    ...{ name: changes.name, version: nextVersion(db, before), tool: changes.tool },
    ...changedLayers(db, before, changes, typed),
    prep: changedPrep(before, changes, typed),
  });
  try {
    buildRoute(system, usualCounts(system), system.tool);
  } catch (error) {
    throw new Refused(422, error instanceof Error ? error.message : String(error), 'stages');
  }
  insertSystem(db, system, now, worker);
  return system;
}

/** Goes back to the shipped figures, as a version of its own. */
export function resetSystem(db: Db, key: string, worker: string, now: number): System {
  const shipped = SYSTEMS.find((s) => s.key === key);
  const before = systemCalled(db, key);
  if (!shipped) throw new Refused(404, 'There is no such finish system.');
  const system = { ...shipped, version: nextVersion(db, before) };
  insertSystem(db, system, now, worker);
  return system;
}
