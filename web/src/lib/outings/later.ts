/** Parts of the outing that are fetched when they are needed; not in a page itself: the router takes a component that imports for one that is still to be fetched. */
export const handOver = () => import('./HandOver.svelte');
