/** The places of the application. */
import { createRouter } from 'sv-router';
import Bench from './routes/Bench.svelte';
import DrillPage from './routes/DrillPage.svelte';
import LogPage from './routes/LogPage.svelte';
import OutingPage from './routes/OutingPage.svelte';
import Passes from './routes/Passes.svelte';
import PassPage from './routes/PassPage.svelte';
import RadioPage from './routes/RadioPage.svelte';
import Radios from './routes/Radios.svelte';
import RidePage from './routes/RidePage.svelte';
import SheetPage from './routes/SheetPage.svelte';
import StationPage from './routes/StationPage.svelte';
import VolunteerPage from './routes/VolunteerPage.svelte';
import TwinPage from './routes/TwinPage.svelte';

const router = createRouter({
  '/': Bench,
  '/sheet/:id': SheetPage,
  '/radios': Radios,
  '/workshop': () => import('./routes/Workshop.svelte'), // needs the server anyway, and is not for the first minute
  '/workshop/:id': () => import('./routes/DescribePage.svelte'),
  '/radios/:id': RadioPage,
  '/goals': () => import('./routes/GoalsPage.svelte'),
  '/passes': Passes,
  '/passes/:number/:aos': PassPage,
  '/ride/:number/:aos': RidePage,
  '/log': LogPage,
  '/outing': OutingPage,
  '/v/:token': VolunteerPage,
  '/twin': TwinPage,
  '/drill': DrillPage,
  '/station': StationPage,
  '*': Bench,
});

export const route = router.route;

/** Go to a path of the application. */
export function navigate(path: string): void {
  void (router.navigate as unknown as (path: string) => unknown)(path);
}
