import { useRepairs } from '../../src/repairs';

// Every spec plans with all kinds of repair, as server and command line do.
useRepairs();
