import { ask, client, type Schemas } from '../api/client';
import { queryClient } from '../api/queries';

type Terms = Schemas['TermsOut'];

let told = $state.raw<Terms>();
let asked = false;

/**
 * What figures are, and what sentences call them; undefined until it has come. Asked once for all, and not watched by each
 * of the hundred words on a page that could say it.
 */
export function terms(): Terms | undefined {
  if (!asked) {
    asked = true;
    queryClient
      .fetchQuery({
        queryKey: ['terms'],
        staleTime: Infinity,
        queryFn: () => ask(client.GET('/api/terms')),
      })
      .then(
        (found) => (told = found),
        () => (asked = false),
      );
  }
  return told;
}
