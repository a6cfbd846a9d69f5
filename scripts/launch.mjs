// `npm run demo` and `npm start`: prepares what is missing and hands over to the launcher.
import { build, checkNode, installPackages } from './prepare.mjs';

checkNode();
installPackages();
build();
await import('../dist/launcher.mjs');
