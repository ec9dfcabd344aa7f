// The core's specs run in the browser as well as on their own: the same figures everywhere. The hostile ones and
// those that search or simulate stay on Node: they take long, and nothing in them depends on the engine.
import '../../core/spec/boat-totals.spec';
import '../../core/spec/clt.spec';
import '../../core/spec/dish-faces.spec';
import '../../core/spec/document-path.spec';
import '../../core/spec/drawing.spec';
import '../../core/spec/each-input.spec';
import '../../core/spec/fair-and-finish.spec';
import '../../core/spec/geometry.spec';
import '../../core/spec/golden.spec';
import '../../core/spec/grind.spec';
import '../../core/spec/ground.spec';
import '../../core/spec/keeping.spec';
import '../../core/spec/laminate.spec';
import '../../core/spec/mix.spec';
import '../../core/spec/packs.spec';
import '../../core/spec/places-order.spec';
import '../../core/spec/places.spec';
import '../../core/spec/plan.spec';
import '../../core/spec/schema.spec';
import '../../core/spec/settings.spec';
import '../../core/spec/stores.spec';
import '../../core/spec/survey-photo.spec';
import '../../core/spec/survey.spec';
import '../../core/spec/trace.spec';
import '../../core/spec/units.spec';
import '../../core/spec/ways.spec';
