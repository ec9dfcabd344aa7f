/** Several places of one boat. Imported as `@nelbo/core/boat`: a page fetches it where a boat has more than one. */
export { forecastBoat, provenBoat } from './boat/forecast-boat';
export { boatPlaces, boatTimeline, planBoat, type BoatPlace, type PlannedPlace } from './boat/plan-boat';
export { wholeBoat, type WholePlace } from './boat/whole-boat';
