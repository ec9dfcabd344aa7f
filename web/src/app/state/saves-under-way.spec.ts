import { Subject } from 'rxjs';
import { SavesUnderWay } from './saves-under-way';

describe('saves under way', () => {
  it('keep a reader waiting until every save of that job has ended, well or badly', () => {
    const saves = new SavesUnderWay();
    const [a, b, other] = [new Subject<void>(), new Subject<void>(), new Subject<void>()];
    saves.track('job', a).subscribe();
    saves.track('job', b).subscribe({ error: () => undefined });
    saves.track('other', other).subscribe();
    let settled = false;
    saves.settled('job').subscribe(() => (settled = true));
    a.complete();
    expect(settled).toBeFalse();
    b.error(new Error('refused'));
    expect(settled).toBeTrue();
  });

  it('let a reader through at once when there are none', () => {
    let settled = false;
    new SavesUnderWay().settled('job').subscribe(() => (settled = true));
    expect(settled).toBeTrue();
  });
});
