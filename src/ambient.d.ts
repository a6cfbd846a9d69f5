// Style sheets and pictures as modules, for the type checker; the build writes its own next-env.d.ts.
/// <reference types="next" />
