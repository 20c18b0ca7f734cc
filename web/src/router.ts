/** The places of the application. */
import { createRouter } from 'sv-router';
import Bench from './routes/Bench.svelte';
import GoalsPage from './routes/GoalsPage.svelte';
import RadioPage from './routes/RadioPage.svelte';
import Radios from './routes/Radios.svelte';
import SheetPage from './routes/SheetPage.svelte';
import StationPage from './routes/StationPage.svelte';
import TwinPage from './routes/TwinPage.svelte';

const router = createRouter({
  '/': Bench,
  '/sheet/:id': SheetPage,
  '/radios': Radios,
  '/radios/:id': RadioPage,
  '/goals': GoalsPage,
  '/twin': TwinPage,
  '/station': StationPage,
  '*': Bench,
});

export const route = router.route;

/** Go to a path of the application. */
export function navigate(path: string): void {
  void (router.navigate as unknown as (path: string) => unknown)(path);
}
