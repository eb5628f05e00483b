import { routes } from '@/app/api-route';
import { readPicture } from '@/app/read-picture';
import { addPhoto, getRuntime, jobView } from '@/server';

/** Adds a photo; what is said with it stands in the address. Answers with the job. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  {
    POST: async (ask) => {
      const picture = await readPicture(ask);
      if (!picture.ok) return picture;
      const said = ask.url.searchParams;
      const form = {
        stepId: said.get('step'),
        note: said.get('note') ?? '',
        forAll: said.get('for') === 'all',
      };
      const runtime = getRuntime();
      const added = await addPhoto(runtime, ask.params.id!, form, picture.value, ask.by, ask.requestId);
      return added.ok ? jobView(runtime, ask.params.id!) : added;
    },
  },
  'photo',
);
