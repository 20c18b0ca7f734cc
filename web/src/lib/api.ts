/** The one door to the server: typed requests, problems as errors. */
import { isNotHere } from './network/carry';
import { field } from './network/field.svelte';
import { keepAnswer, keptAnswer } from './network/rows';
import type { components } from './schema.gen';
import { newer } from './shell/newer.svelte';

export type Schemas = components['schemas'];
export type Resolution = Schemas['ResolutionShape'];
export type Radio = Schemas['RadioShape'];
export type Model = Schemas['ModelShape'];
export type GoalForm = Schemas['GoalForm'];
export type Sheet = Schemas['SheetShape'];
export type SheetSummary = Schemas['SheetSummary'];
export type NextFree = Schemas['NextFree'];
export type Step = Schemas['StepShape'];
export type Cap = Schemas['CapShape'];
export type Display = Schemas['DisplayShape'];
export type Play = Schemas['PlayShape'];
export type Station = Schemas['StationShape'];
export type Region = Schemas['RegionShape'];
export type SlotHistory = Schemas['SlotHistory'];
export type WayHome = Schemas['WayHome'];
export type Sight = Schemas['SightShape'];
export type Recovery = Schemas['RecoveryShape'];
export type GoalTable = Schemas['GoalTable'];
export type Tick = Schemas['TickShape'];
export type Kept = Schemas['Kept'];
export type Change = Schemas['ChangeShape'];
export type DeepProof = Schemas['DeepProof'];
export type Certain = Schemas['CertainShape'];
export type SumLine = Schemas['SumLine'];
export type LogLine = Schemas['LogShape'];
export type Board = Schemas['BoardShape'];
export type Plan = Schemas['PassPlanShape'];
export type PassSky = Schemas['SkyShape'];
export type PassList = Schemas['PassList'];
export type ListedPass = Schemas['ListedPass'];
export type Satellite = Schemas['SatelliteShape'];
export type Rehearsal = Schemas['RehearsalShape'];
export type Score = Schemas['ScoreShape'];
export type Contact = Schemas['ContactShape'];
export type ContactIn = Schemas['ContactIn'];
export type Description = Schemas['DescriptionShape'];
export type Question = Schemas['QuestionShape'];
export type MenuRow = Schemas['MenuRowShape'];
export type Problem = Schemas['Problem'];

/** A request that the server refused, or that did not reach it (status 0). */
export class Refused extends Error {
  constructor(readonly problem: Partial<Problem> & { status: number }) {
    super(problem.detail ?? problem.title ?? 'The server does not answer');
  }

  /** Whether trying again later may help. */
  get passing(): boolean {
    return this.problem.status === 0 || this.problem.status >= 502;
  }
}

/** Who answers in the server's place, where there is none: a field kit. */
export type Carrier = (method: string, path: string, body: unknown) => Promise<{ status: number; body: unknown }>;
let carrier: Carrier | null = null;

export function carryBy(own: Carrier | null): void {
  carrier = own;
}

/** Whether this is a field kit: nothing is fetched from a server. */
export const inKit = (): boolean => carrier !== null;
/** Whether this device answers: in a kit, or while the server does not. */
export const answersHere = (): boolean => carrier !== null || field.away;
/** Whether something has a number that this device gave: the server does not know it yet. */
export const madeHere = (id: number): boolean => id >= 2 ** 32;

const UNANSWERED = { status: 0, title: 'The server does not answer' };
/** What changes nothing that is kept; of these no news is worth taking along. */
const ONLY_WORKS = /^\/(resolve|twin|session|workshop|passes\/together|descriptions)|\/(sights|recovery|score)/;
/** What the heart may know; for all else nobody waits until it has started. */
const BY_HEART = /^\/(models|regions|station|resolve|radios|sheets|twin|log|drill|outings)\b|^\/passes\/.+\/(score|sheets)\b/;
const NOT_KEPT = /^\/(clock|health|session|field|sheets\/|twin)|\/proof$/;

/** Return an answer, or throw its problem. */
function opened(status: number, body: unknown): Response {
  if (status >= 400) throw new Refused({ ...(body as Partial<Problem>), status });
  return new Response(status === 204 ? null : JSON.stringify(body), { status });
}

/** Ask the heart on this device; what it does not know is answered as it was last, or not at all. */
async function askHere(method: string, path: string, body: unknown, unanswered: string): Promise<Response> {
  if (field.along && BY_HEART.test(path)) {
    const reply = await field.carry(method, path, body).catch(() => null);
    if (reply && !isNotHere(reply)) return opened(reply.status, reply.body);
  }
  const before = method === 'GET' ? await keptAnswer(path) : undefined;
  if (before === undefined) throw new Refused({ ...UNANSWERED, detail: unanswered });
  return opened(200, before);
}

/** Fetch, but not for longer than a server that does not answer is worth; where nothing here answers in its place, as long as it takes. */
async function fetchPatiently(path: string, init: RequestInit): Promise<Response> {
  const reads = (init.method ?? 'GET') === 'GET';
  if (!field.along && !reads) return fetch(`/api${path}`, init);
  const [patience, probe] = !field.along ? [4000, 4000] : reads || ONLY_WORKS.test(path) ? [400, 600] : [400, 1500];
  const stop = new AbortController();
  const answer = fetch(`/api${path}`, { ...init, signal: stop.signal });
  const slow = await Promise.race([answer.then(() => false, () => false), new Promise<boolean>((done) => window.setTimeout(() => done(true), patience))]);
  if (slow && !(await Promise.race([answer.then(() => true, () => true), field.reaches(probe)]))) stop.abort();
  return answer;
}

/** Ask the server; throws Refused where it refuses, or does not answer (`unanswered` says what that means for the user). */
async function ask(path: string, init: RequestInit, unanswered: string): Promise<Response> {
  const method = init.method ?? 'GET';
  /** A file goes to the heart as the text in it. */
  const given = async (): Promise<unknown> => (typeof init.body === 'string' ? JSON.parse(init.body) : init.body instanceof Blob ? init.body.text() : undefined);
  if (carrier) {
    const { status, body } = await carrier(method, path, await given());
    return opened(status, body);
  }
  if (field.away) return askHere(method, path, await given(), unanswered);
  const answer = await fetchPatiently(path, init).catch(() => null);
  const lost = answer === null || (answer.status >= 502 && answer.status <= 504);
  if (lost && field.along) field.away = true;
  if (lost && (field.along || (answer === null && method === 'GET'))) return askHere(method, path, await given(), unanswered);
  if (answer === null) throw new Refused({ ...UNANSWERED, detail: unanswered });
  newer.note(answer);
  if (!answer.ok) {
    const problem = await answer.json().catch(() => ({ title: `The server answered ${answer.status}` }));
    throw new Refused({ ...problem, status: answer.status });
  }
  if (method !== 'GET' && !ONLY_WORKS.test(path)) field.soon();
  return answer;
}

export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const init = body === undefined ? { method } : { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  // what is kept here and sent later, ticks and contacts, tells so itself
  const answer = await ask(path, init, `The server does not answer. ${method === 'GET' ? 'Ask again' : 'Nothing was changed; do it again'} when it is back.`);
  const found = (answer.status === 204 ? undefined : await answer.json()) as T;
  if (method === 'GET' && !inKit() && !field.away && !NOT_KEPT.test(path)) void keepAnswer(path, found);
  return found;
}

/** Send a file as it is. */
export async function sendFile<T>(path: string, file: Blob): Promise<T> {
  const init = { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: file };
  const answer = await ask(path, init, 'Nothing was sent; choose the file again when it is back.');
  return (await answer.json()) as T;
}

/** Hand a file to the browser to save. */
function handOver(file: Blob, name: string): void {
  const a = document.createElement('a');
  a.href = URL.createObjectURL(file);
  a.download = name;
  a.click();
  window.setTimeout(() => URL.revokeObjectURL(a.href), 10_000);
}

/** Hand a text to the browser to save. */
export const saveText = (text: string, name: string): void => handOver(new Blob([text], { type: 'application/json' }), name);

/** Ask for a file with a request that changes something, and hand it to the browser to save. */
export async function saveFile(path: string, name: string): Promise<void> {
  const answer = await ask(path, { method: 'POST' }, 'Nothing was changed; ask again when it is back.');
  handOver(await answer.blob(), name);
}

export const get = <T>(path: string) => call<T>('GET', path);
export const post = <T>(path: string, body: unknown) => call<T>('POST', path, body);
export const put = <T>(path: string, body: unknown) => call<T>('PUT', path, body);
export const patch = <T>(path: string, body: unknown) => call<T>('PATCH', path, body);
export const remove = (path: string) => call<void>('DELETE', path);
