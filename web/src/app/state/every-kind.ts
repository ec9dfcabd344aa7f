// Imported by pages that plan jobs of any kind: the kinds of repair come with the page itself, side by side with the rest
// of it. The page of one job fetches them only where its job needs them (repair-kinds.ts).
import { useRepairs } from '@nelbo/core/repairs';

useRepairs();
