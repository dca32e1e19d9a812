import { useQuery } from '@tanstack/react-query';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { LessonOffer } from '../../api/types';
import { addTo } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';

/** What planned against actual teaches over all builds: offered, and taken only when the maker says so. */
export function LessonsPart() {
  const { id, version } = useDesk('id', 'version');
  const { data } = useQuery({
    queryKey: ['lessons', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/lessons', { params: { path: { id } } })),
    placeholderData: (before) => before,
  });
  if (data === undefined) return null;
  return (
    <section className="log-lessons">
      <h2>What it teaches</h2>
      {data.length === 0 && (
        <p className="quiet">
          Nothing yet. Weighings at the bench, levels, water tests and states that are seen teach it.
        </p>
      )}
      <ul>
        {data.map((offer) => (
          <Offer key={`${offer.lesson.kind}-${offer.lesson.productId ?? ''}`} offer={offer} />
        ))}
      </ul>
    </section>
  );
}

function Offer({ offer: { lesson, sentence, taken } }: { offer: LessonOffer }) {
  const { edit } = useDesk('edit');
  const KIND = `${lesson.kind.charAt(0).toUpperCase()}${lesson.kind.slice(1)}`;
  const key = lesson.productId === null ? KIND : `${KIND}/${lesson.productId}`;
  const take = () =>
    edit(
      taken === null
        ? addTo('learnt', { lesson, at: new Date().toISOString() })
        : { kind: 'set', list: 'learnt', id: key, fields: { lesson, at: new Date().toISOString() } },
    );
  const isNewer =
    taken !== null && (taken.lesson.count !== lesson.count || Math.abs(taken.lesson.value - lesson.value) > 1e-9);
  return (
    <li>
      <p>{sentence}</p>
      {taken !== null && (
        <p className="quiet">
          This build follows it, from {taken.lesson.count}: {taken.lesson.value.toFixed(2)}.
        </p>
      )}
      <div className="tool-row">
        {(taken === null || isNewer) && (
          <Button size="sm" onClick={() => void take()}>
            {taken === null ? 'Take it into this build' : 'Take the newer one'}
          </Button>
        )}
        {taken !== null && (
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void edit({ kind: 'remove', list: 'learnt', id: key })}
          >
            Let it go
          </Button>
        )}
      </div>
    </li>
  );
}
