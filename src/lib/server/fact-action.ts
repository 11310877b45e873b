/** The one form action by which pages record facts. */
import { fail, type RequestEvent } from '@sveltejs/kit';
import type { Refusal } from '$core/bench/guard/refusal';
import { v7 as newId } from 'uuid';
import { bodyFromForm, happenedAt, happenedBy, sentFields } from '$core/bench/log/fact-form';
import { recordSoon } from './services/bench/record-soon';
import { Refused } from './base/refused';

/** What a page is told when a fact was stopped: why, and the fields to send again with a reason. */
export interface Stopped {
  message: string;
  field: string | null;
  /** guards that refuses it; empty where something else does */
  refusals: readonly Refusal[];
  sent: [string, string][];
}

/** Records the fact that a form holds. @param given the form, where it was read already */
export async function recordFromForm(event: RequestEvent, job: string, given?: FormData) {
  const form = given ?? (await event.request.formData());
  const { db, worker, device } = event.locals;
  const fact = {
    id: String(form.get('id') || newId()),
    job,
    at: happenedBy(event.locals.now(), happenedAt(form)),
    worker,
    device,
    body: bodyFromForm(form),
  };
  try {
    await recordSoon(db, job, [fact]);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    const stopped: Stopped = {
      message: error.message,
      field: error.field,
      refusals: error.detail.refusals ?? [],
      sent: sentFields(form),
    };
    return fail(error.status, { stopped });
  }
  event.locals.forget();
  return { recorded: fact.id };
}
