/** What a use case can answer instead of doing it. Messages are for the person who asked. */

/** There is no such thing. */
export class NotFound extends Error {}

/** The state of things does not allow it, for instance because the message has already left. */
export class Refused extends Error {}

/** It needs a key that is locked. `message` says so; once its passphrase has been typed it can be done. */
export class Locked extends Refused {}

/** Someone else changed it since it was read. */
export class Stale extends Error {
  constructor(what: string) {
    super(`The ${what} has been changed meanwhile. Load it again, then repeat the change.`);
  }
}

/** What was given cannot be used. */
export class Invalid extends Error {
  /** @param path of the field, `plan.local` */
  constructor(
    message: string,
    readonly path: string,
  ) {
    super(message);
  }
}
