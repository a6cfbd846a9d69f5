// Builds what runs, where anything changed since the last time.
import { build } from './prepare.mjs';

build();
