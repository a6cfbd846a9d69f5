/**
 * The shapes of the HTTP API, written by `npm run build` from the schemas in this folder: change those. Instants are
 * ISO 8601 UTC strings; `local` is the wall-clock time in `zone`, without offset.
 */

export interface components {
  schemas: {
    /** @description Whether the product is at work, and what keeps it from working */
    Health: {
      engine: {
        running: boolean;
        /**
         * Format: date-time
         * @description When it last gave a sign of life, in real time
         */
        seenAt: string | null;
      };
      /** @description Who takes mail in */
      reader: {
        running: boolean;
        /** @description Messages that have come in and have not been read */
        waiting: number;
      };
      /** @description What could not happen at its moment, and is tried again; everything else goes on */
      failing: {
        /** @description What does not happen, to follow a time: “something put off does not come back” */
        words: string;
        count: number;
        /**
         * Format: date-time
         * @description In real time
         */
        since: string;
        /** Format: date-time */
        nextTry: string;
      }[];
      disk: {
        /** @description What keeps the engine from writing anything down, in words; null while nothing does */
        trouble: string | null;
        /** @description Departures whose moment has come and that wait for it */
        waiting: number;
      };
      /** @description Of the usual account */
      mailServer: {
        /** @description False where none is set: departures wait */
        configured: boolean;
        /** @description What is wrong, in words; null while nothing is */
        trouble: string | null;
        /** Format: date-time */
        since: string | null;
        /** Format: date-time */
        nextTry: string | null;
        /** @description It is being tried at this moment */
        trying: boolean;
        /** @description How many departures wait for it */
        waiting: number;
      };
      /** @description The sending server of each account; the id is empty for the one the environment names */
      accounts: {
        id: string;
        name: string;
        /** @description What is wrong, in words; null while nothing is */
        trouble: string | null;
        /** Format: date-time */
        since: string | null;
        /** Format: date-time */
        nextTry: string | null;
        /** @description It is being tried at this moment */
        trying: boolean;
        /** @description How many departures wait for it */
        waiting: number;
        /** @description Why its mailbox cannot be looked into */
        mailboxTrouble: string | null;
      }[];
    };
    /** @description What what is kept for a while takes, about; a file that is in several is counted with each */
    Space: {
      /** @description Bytes of the exact copies of what has left */
      copies: number;
      /** @description Bytes of what has come, as it came */
      sources: number;
      /** @description Bytes of what was deleted and can be brought back */
      deleted: number;
      /** @description Bytes of what happened to messages */
      journal: number;
    };
    Clock: {
      /** Format: date-time */
      now: string;
      sandbox: boolean;
      /** @description Clock seconds per real second */
      rate: number;
      /**
       * Format: date-time
       * @description Where a sandbox clock is jumping to
       */
      target: string | null;
      /**
       * Format: date-time
       * @description The next moment at which something is due; a sandbox clock waits there until it is done
       */
      nextDue: string | null;
    };
    Identity: {
      id: string;
      name: string;
      address: string;
      signature: string;
      /**
       * @description Its messages leave through it; null: the usual one
       * @default null
       */
      account: string | null;
    };
    QuietHours: {
      on: boolean;
      /** @description Monday first */
      days: ({
        from: number;
        /** @description Not after `from`: on the next day */
        to: number;
      } | null)[];
      /**
       * @description What becomes of what they held when they end: it leaves (usual), or waits until it has been looked at
       * @enum {string}
       */
      after?: 'leaves' | 'waits';
    };
    Settings: {
      /** @description Whom I write as besides */
      identities: components['schemas']['Identity'][];
      /** @description Of the main identity; plain text */
      signature: string;
      /** @description Through which its messages leave; null: the usual one */
      account: string | null;
      /** @description The first is the usual one */
      sentFolders: string[];
      /** @enum {string} */
      writeAs: 'rich' | 'plain';
      /** @description Words I have said are spelled right, lower case */
      ownWords: string[];
      me: {
        name: string;
        address: string;
        group?: string;
      };
      zone: string;
      holdSeconds: number;
      /** @enum {number} */
      hourCycle: 24 | 12;
      /** @description In which phrases are read, beside English and those the browser asks for */
      languages: ('en' | 'pt' | 'de' | 'fr' | 'es')[];
      /** @enum {string} */
      theme: 'light' | 'dark';
      /** @description null: office hours */
      week: components['schemas']['WorkingWeek'] | null;
      leave: {
        from: string;
        to: string;
        /** @default  */
        note: string;
      }[];
      /** @description null: my zone’s */
      country: string | null;
      region: string | null;
      quietHours: components['schemas']['QuietHours'];
      /** @description In order: the first that fits decides */
      holdRules: components['schemas']['HoldRule'][];
      /** @description Checks that are not made */
      checksOff: (
        | 'placeholder'
        | 'subject'
        | 'body'
        | 'salutation'
        | 'copied'
        | 'address'
        | 'visible'
        | 'weekday'
        | 'past-date'
        | 'capitals'
        | 'unfinished'
        | 'aging'
        | 'zoneless'
        | 'attachment'
        | 'large'
        | 'reply-all'
        | 'link'
        | 'foreign-link'
        | 'spelling'
      )[];
      meantSo: {
        /** @enum {string} */
        check:
          | 'placeholder'
          | 'subject'
          | 'body'
          | 'salutation'
          | 'copied'
          | 'address'
          | 'visible'
          | 'weekday'
          | 'past-date'
          | 'capitals'
          | 'unfinished'
          | 'aging'
          | 'zoneless'
          | 'attachment'
          | 'large'
          | 'reply-all'
          | 'link'
          | 'foreign-link'
          | 'spelling';
        /** @description Lower case */
        words: string;
      }[];
      /** @description A new message is signed */
      usualSign: boolean;
      /**
       * @description A new message is encrypted like this
       * @enum {string}
       */
      usualEncrypt: 'no' | 'if-all' | 'yes';
      /** @description The header of what is encrypted does not tell the subject */
      sealSubjects: boolean;
      /** @description My key goes along in the header of what I send (Autocrypt) */
      tellMyKey: boolean;
      /** @description Minutes after which my keys are locked where nobody has used them */
      keysOpenMinutes: number;
      /** @description Addresses, lower case, whose pictures from elsewhere are fetched */
      picturesFrom: string[];
      /** @description Single keys act outside fields; else only with Alt Shift */
      singleKeys: boolean;
      /** @description Commands, by their usual keys, that have another one */
      keys: {
        [key: string]: string;
      };
      /** @description What a pull on a row of the inbox uncovers */
      rowActions: ('snooze' | 'archive' | 'to-do' | 'seen')[];
      /** @description What a chaser says where nothing else was written */
      chaserText: string;
      /** @description Days the exact bytes of what has left are kept; null: for good */
      keepCopiesDays: number | null;
      /** @description Folders that files may be linked from, but for those of OAK_FILES */
      fileFolders: string[];
      /** @description Days what was deleted can be brought back; null: for good */
      keepDeletedDays: number | null;
      /** @description Days the exact bytes of what has come are kept; null: for good */
      keepSourcesDays: number | null;
      /** @description Days what happened to a message is kept; null: for good */
      keepJournalDays: number | null;
      /** @description Of so many days the last backup is kept; 0: none are made by themselves */
      keepBackups: number;
    };
    /** @description Someone signed in. Times are real, whatever clock rules. */
    Session: {
      id: string;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      seenAt: string;
      /** Format: date-time */
      until: string;
      /** @description The address it was begun from */
      from: string;
      /** @description What the browser said of itself */
      agent: string;
      /** @description The one that asks */
      current: boolean;
    };
    Sessions: {
      sessions: components['schemas']['Session'][];
    };
    Zone: {
      id: string;
      city: string;
      country: string;
      countryCode: string;
      aliases: string[];
      /** @description Minutes east of UTC at present */
      offset: number;
    };
    Zones: {
      zones: components['schemas']['Zone'][];
    };
    /** @description How the message is to leave */
    Plan:
      | {
          /** @enum {string} */
          kind: 'now';
        }
      | {
          /** @enum {string} */
          kind: 'at';
          /** @description Wall-clock time without offset */
          local: string;
          /** @description IANA time zone */
          zone: string;
          /**
           * @description Where the clocks show this time twice
           * @enum {string}
           */
          occurrence?: 'first' | 'second';
        }
      | {
          /** @enum {string} */
          kind: 'each-local';
          /** @description Wall-clock time without offset */
          local: string;
          /**
           * @description Where the clocks show this time twice
           * @enum {string}
           */
          occurrence?: 'first' | 'second';
        }
      | {
          /** @enum {string} */
          kind: 'before-event';
          /** @description The id of an event */
          event: string;
          /** @description Which one it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
          occurrence?: string;
          /** @description A signed length of time (RFC 5545 §3.3.6), or counted in parts */
          offset:
            | string
            | {
                /** @description Negative before it */
                count: number;
                /** @enum {string} */
                unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
                /**
                 * @description null: the time of the occasion
                 * @default null
                 */
                time: string | null;
                /**
                 * @description On whose clock that is: where the occasion is, the reader’s, or mine
                 * @default there
                 * @enum {string}
                 */
                clock: 'there' | 'theirs' | 'mine';
              };
          /**
           * @description Counted from its start, as usual, or its end
           * @enum {string}
           */
          edge?: 'start' | 'end';
          /**
           * @description What becomes of it where the event is cancelled: it stops and asks, as usual
           * @enum {string}
           */
          ifCancelled?: 'ask' | 'drop';
          /**
           * @description What is to leave before the event may leave once it has begun
           * @enum {boolean}
           */
          evenAfter?: true;
          /** @description What the event is; looked up, whatever is given */
          about?: {
            summary: string;
            /** @description Wall-clock time without offset */
            start: string;
            /** @description Wall-clock time without offset */
            end: string;
            /** @description IANA time zone */
            zone: string;
          };
        }
      | {
          /** @enum {string} */
          kind: 'series';
          /** @description Wall-clock time without offset */
          start: string;
          /** @description IANA time zone of the clock it is on; `each`: a copy for each reader, on their own */
          zone: string;
          /** @description RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone */
          rrule?: string;
          /** @description Also then */
          rdate?: string[];
          /** @description Not then */
          exdate?: string[];
          /**
           * @description What happens to an occurrence on a day off
           * @enum {string}
           */
          shift?: 'none' | 'skip' | 'next-working-day' | 'previous-working-day';
          /**
           * @description Whose days off; mine if not said
           * @enum {string}
           */
          calendar?: 'sender' | 'reader';
          /** @description It leaves before or after each time of an event, whose times stand in the place of those above, whatever is given; its event and its offset are what counts */
          around?: {
            /** @description The id of an event that recurs */
            event: string;
            /** @description A signed length of time (RFC 5545 §3.3.6), or counted in parts */
            offset:
              | string
              | {
                  /** @description Negative before it */
                  count: number;
                  /** @enum {string} */
                  unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
                  /**
                   * @description null: the time of the occasion
                   * @default null
                   */
                  time: string | null;
                  /**
                   * @description On whose clock that is: where the occasion is, the reader’s, or mine
                   * @default there
                   * @enum {string}
                   */
                  clock: 'there' | 'theirs' | 'mine';
                };
            /** @enum {string} */
            edge?: 'start' | 'end';
            /** @default  */
            summary: string;
            /** @default 0 */
            lengthMs: number;
            exdate?: string[];
            moved?: {
              [key: string]: string;
            };
            /** @enum {boolean} */
            stopped?: true;
          };
        }
      | {
          /** @enum {string} */
          kind: 'on-file-change';
          /** @description A file, a folder, or a folder and a pattern of names */
          path: string;
          /** @description From when it is watched */
          from?: string;
          /** @description Until when */
          until?: string;
          /** @description On which weekdays, 1 is Monday */
          days?: number[];
          /** @description Between which times */
          hours?: {
            from: string;
            to: string;
          };
          /** @description The clock of all these; mine */
          zone?: string;
          /** @description It has to stand still for so long */
          settleSeconds?: number;
          /** @description What changes sooner after the last departure is joined to one */
          everyMinutes?: number;
          /** @description More on one day, and it is paused */
          mostADay?: number;
        };
    PlanWarning: {
      /** @enum {string} */
      code:
        | 'gap'
        | 'overlap'
        | 'past'
        | 'night'
        | 'weekend'
        | 'holiday'
        | 'leave'
        | 'clock-change'
        | 'close'
        | 'unknown-zone'
        | 'event';
      text: string;
      address?: string;
      fixes: {
        label: string;
        /** @description How the message is to leave */
        plan: components['schemas']['Plan'];
      }[];
    };
    Landing: {
      address: string;
      zone: string | null;
      place: string | null;
      /** @description The reader’s wall-clock time when it leaves */
      local: string | null;
      /** @enum {string|null} */
      dayPart: 'night' | 'waking' | 'working' | 'weekend' | 'holiday' | 'leave' | null;
      /** @description In words, to follow a time: “before work” */
      dayPartWords: string | null;
    };
    /** @description How late it may still leave where nothing was running at its moment */
    Lateness:
      | {
          /** @enum {string} */
          kind: 'their-day';
        }
      | {
          /** @enum {string} */
          kind: 'at-most';
          minutes: number;
        }
      | {
          /** @enum {string} */
          kind: 'ask';
        };
    Hold: {
      /** @description 0: at once */
      ms: number;
      /** @description It waits until I have looked */
      review: boolean;
      rule: {
        name: string;
        why: string;
      } | null;
      /**
       * Format: date-time
       * @description Quiet hours hold it until then
       */
      quiet: string | null;
    };
    Preview: {
      /** @description How it would be held; null where it does not leave now */
      hold: components['schemas']['Hold'] | null;
      /** @description What all of it comes to; null for what leaves once */
      repeats: {
        /** @description How it repeats */
        words: string;
        /** @description How many there were before; null: more than anybody counts */
        before: number | null;
        /** @description How many are still to come; null: it never ends, or nobody counts so far */
        left: number | null;
        /**
         * Format: date-time
         * @description The last one; null likewise
         */
        last: string | null;
        /** @description The days of the next twelve months on which it happens */
        days: {
          /** @description On the clock it goes by */
          date: string;
          times: number;
          /** @description A day off for one of the readers */
          off: boolean;
        }[];
      } | null;
      departures: {
        /** Format: date-time */
        at: string;
        /**
         * Format: date-time
         * @description The last instant at which it may still leave if nothing was running at its moment; null: then it asks
         */
        latest: string | null;
        /** @description Of what repeats: which occurrence it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence: string | null;
        /** @description Of what repeats: what is worth a look about it */
        marks: ('night' | 'weekend' | 'holiday' | 'leave' | 'clock-change' | 'shifted' | 'gap' | 'overlap')[];
        recipients: components['schemas']['Landing'][];
        warnings: components['schemas']['PlanWarning'][];
      }[];
      sentence: string;
      warnings: components['schemas']['PlanWarning'][];
    };
    /** @description A moment worth proposing, and what it comes to */
    Suggestion: {
      /** @description How the message is to leave */
      plan: components['schemas']['Plan'];
      /** Format: date-time */
      at: string;
      /** @description What speaks for it */
      words: string;
      preview: components['schemas']['Preview'];
    };
    Suggestions: {
      suggestions: components['schemas']['Suggestion'][];
    };
    Phrase:
      | {
          /** @enum {string} */
          kind: 'understood';
          readings: {
            /** @description How the message is to leave */
            plan: components['schemas']['Plan'];
            words: string;
          }[];
        }
      | {
          /** @enum {string} */
          kind: 'not-understood';
          part: string;
          why: string;
        }
      | {
          /** @enum {string} */
          kind: 'empty';
        };
    Best: {
      /** @description Readers counted: those whose zone is known */
      readers: number;
      days: {
        date: string;
        cells: {
          hour: number;
          /** Format: date-time */
          at: string | null;
          working: number;
        }[];
      }[];
      best: {
        /** Format: date-time */
        at: string;
        working: number;
      }[];
    };
    StripPart: {
      /** Format: date-time */
      from: string;
      /** Format: date-time */
      until: string;
      /** @enum {string} */
      part: 'night' | 'waking' | 'working' | 'weekend' | 'holiday' | 'leave';
      /** @description The name of the holiday, the note of the leave; else empty */
      words: string;
    };
    /** @description The parts of somebody’s day, one after another */
    Strip: {
      zone: string;
      place: string;
      /** @description Those who share these days */
      names: string[];
      /** @description The code of their country where no holiday calendar is known for it */
      noHolidaysFor: string | null;
      parts: components['schemas']['StripPart'][];
    };
    Strips: {
      strips: components['schemas']['Strip'][];
    };
    /** @description Why a message came back */
    Returned: {
      /** Format: date-time */
      at: string;
      /**
       * @description Its moment came, somebody answered before it, the reminder of a to-do went off, nobody answered, or it was not delivered
       * @enum {string}
       */
      kind: 'snooze' | 'answer' | 'to-do' | 'silence' | 'undelivered' | 'review' | 'question';
      /**
       * Format: date-time
       * @description Since when it had been put off, or watched
       */
      since: string;
      /** Format: date-time */
      until: string | null;
      /** @description The words its moment was chosen by */
      words: string;
      /** @description My note to myself; of a to-do what is to be done */
      note: string;
      /** @description How often it has been put off */
      times: number;
      /** @description Who answered, or did not, or was not reached */
      from: string | null;
      /** @description What there is to say of a chaser, a whole sentence */
      chaser: string;
    };
    MessageSummary: {
      id: string;
      threadId: string;
      /** @enum {string} */
      direction: 'in' | 'out';
      from: {
        name: string;
        address: string;
        group?: string;
        zone: string | null;
        place: string | null;
      };
      /** @description In a list only the first of many */
      to: {
        name: string;
        address: string;
        group?: string;
      }[];
      /** @description How many there are in To */
      toCount: number;
      subject: string;
      preview: string;
      /** Format: date-time */
      at: string;
      /**
       * Format: date-time
       * @description When it was written, by its own Date
       */
      writtenAt: string | null;
      /** @description The offset that carries, minutes */
      writtenOffset: number | null;
      /** @description It came in and has not been looked at */
      unseen: boolean;
      /** @description I have answered it, and that has left */
      answered: boolean;
      /** @description I have passed it on, and that has left */
      forwarded: boolean;
      /** @description Something of mine in its thread waits to leave */
      leaving: boolean;
      automatic: boolean;
      /** @enum {string|null} */
      place: 'inbox' | 'snoozed' | 'archive' | null;
      /** @description When it came back into the inbox, and why */
      returned: components['schemas']['Returned'] | null;
      /** Format: date-time */
      snoozedUntil: string | null;
      /** @description How it is put off */
      snooze: components['schemas']['Snooze'] | null;
      /** @description The open to-do on it */
      todo: components['schemas']['Todo'] | null;
      /**
       * @description It is signed or encrypted; one of mine: what it says is kept encrypted
       * @enum {string|null}
       */
      protection: 'encrypted' | 'signed' | null;
      /** @description Something is attached */
      attached: boolean;
    };
    MailingList: {
      /** @description What it calls itself, else its id; empty where it does not say */
      name: string;
      /** @description The message that ends the subscription */
      mail: {
        to: string;
        subject: string;
        text: string;
      } | null;
      /** @description The page where it is ended */
      page: string | null;
      /** @description It says that one request to `page` ends the subscription (RFC 8058) */
      oneClick: boolean;
      /**
       * Format: date-time
       * @description When it was left by that request
       */
      leftAt: string | null;
    };
    History: {
      /** Format: date-time */
      at: string;
      what: string;
      from: string | null;
      to: string | null;
      why: string | null;
    };
    /** @description What a message says that is signed, encrypted or sealed */
    Opened: {
      encrypted: boolean;
      /** @description As it stands within; null where nothing is said there */
      subject: string | null;
      text: string;
      /** @description There is HTML as well */
      html: boolean;
      files: {
        name: string;
        type: string;
        size: number;
        /** @description It stands in the HTML */
        shown: boolean;
      }[];
      /** @description What its signatures come to */
      verdicts: {
        /** @enum {string} */
        level: 'good' | 'doubt' | 'bad';
        words: string;
        fingerprint: string | null;
      }[];
      /** @description More stands around it, which is neither signed nor encrypted */
      partly: boolean;
      /** @description Whom it names within as its writer, where that is not who it names outside */
      otherSender: string | null;
    };
    Message: {
      id: string;
      threadId: string;
      /** @enum {string} */
      direction: 'in' | 'out';
      from: {
        name: string;
        address: string;
        group?: string;
        zone: string | null;
        place: string | null;
      };
      /** @description In a list only the first of many */
      to: {
        name: string;
        address: string;
        group?: string;
      }[];
      /** @description How many there are in To */
      toCount: number;
      subject: string;
      preview: string;
      /** Format: date-time */
      at: string;
      /**
       * Format: date-time
       * @description When it was written, by its own Date
       */
      writtenAt: string | null;
      /** @description The offset that carries, minutes */
      writtenOffset: number | null;
      /** @description It came in and has not been looked at */
      unseen: boolean;
      /** @description I have answered it, and that has left */
      answered: boolean;
      /** @description I have passed it on, and that has left */
      forwarded: boolean;
      /** @description Something of mine in its thread waits to leave */
      leaving: boolean;
      automatic: boolean;
      /** @enum {string|null} */
      place: 'inbox' | 'snoozed' | 'archive' | null;
      /** @description When it came back into the inbox, and why */
      returned: components['schemas']['Returned'] | null;
      /** Format: date-time */
      snoozedUntil: string | null;
      /** @description How it is put off */
      snooze: components['schemas']['Snooze'] | null;
      /** @description The open to-do on it */
      todo: components['schemas']['Todo'] | null;
      /**
       * @description It is signed or encrypted; one of mine: what it says is kept encrypted
       * @enum {string|null}
       */
      protection: 'encrypted' | 'signed' | null;
      /** @description Something is attached */
      attached: boolean;
      /** @description The id of one of my identities; null: the main one */
      identity: string | null;
      /**
       * @description RFC 4021 Importance
       * @enum {string}
       */
      importance: 'high' | 'normal' | 'low';
      /**
       * @description RFC 4021 Sensitivity
       * @enum {string}
       */
      sensitivity: 'none' | 'personal' | 'private' | 'company-confidential';
      /** @description Mail servers are asked to report delivery (RFC 3461) */
      deliveryReceipt: boolean;
      /** @description The reader is asked to say that it was seen (RFC 8098) */
      readReceipt: boolean;
      /** @description It is signed with OpenPGP (RFC 3156) */
      sign: boolean;
      /**
       * @description It is encrypted: not, if everyone it goes to has a key, or always, so that it does not leave else
       * @enum {string}
       */
      encrypt: 'no' | 'if-all' | 'yes';
      /** @description An answer is waited for as is usual for its readers, where it has no watch */
      usualWatch: boolean;
      /** @description The folder that keeps the sent copy; null: none */
      keptIn: string | null;
      /** @description What its checks found and is meant so */
      setAside: {
        /** @enum {string} */
        check:
          | 'placeholder'
          | 'subject'
          | 'body'
          | 'salutation'
          | 'copied'
          | 'address'
          | 'visible'
          | 'weekday'
          | 'past-date'
          | 'capitals'
          | 'unfinished'
          | 'aging'
          | 'zoneless'
          | 'attachment'
          | 'large'
          | 'reply-all'
          | 'link'
          | 'foreign-link'
          | 'spelling';
        /** @description Lower case */
        words: string;
      }[];
      /** @description Values of its own fields: by name, then by the reader’s address; under nothing for all */
      fields: {
        [key: string]: {
          [key: string]: string;
        };
      };
      attachments: components['schemas']['Attachment'][];
      /** @description It answers another message */
      answering: boolean;
      /** @description The series whose occurrences are made from it */
      seriesId: string | null;
      /** @description The kept text that says this */
      textId: string | null;
      revision: number;
      cc: {
        name: string;
        address: string;
        group?: string;
      }[];
      bcc: {
        name: string;
        address: string;
        group?: string;
      }[];
      replyTo: {
        name: string;
        address: string;
        group?: string;
      }[];
      text: string;
      html: string | null;
      /** @description What it reports of a departure of mine */
      reportOn: {
        departureId: string;
        subject: string;
        said: {
          address: string;
          /** @enum {string} */
          action:
            | 'failed'
            | 'delayed'
            | 'delivered'
            | 'relayed'
            | 'expanded'
            | 'displayed'
            | 'deleted'
            | 'dispatched'
            | 'processed';
          words: string;
        }[];
      } | null;
      /** @description What it is, and what tells it; null for what I write */
      classified: {
        /** @enum {string} */
        is:
          | 'answer'
          | 'automatic'
          | 'away'
          | 'bounce'
          | 'delay'
          | 'receipt'
          | 'calendar'
          | 'list'
          | 'own'
          | 'other';
        evidence: string;
      } | null;
      /** @description The mailing list it came by */
      list: components['schemas']['MailingList'] | null;
      /** @description The Message-ID; null until it has left */
      headerId: string | null;
      /** @description How a draft is to leave; null: now */
      plan: components['schemas']['Plan'] | null;
      choices: {
        /**
         * @description Individual: one message per recipient, others hidden
         * @enum {string}
         */
        copies: 'together' | 'individual';
        /**
         * @description What stops it: a message from a recipient in its thread, any from them, nothing
         * @enum {string}
         */
        ifTheyWriteFirst: 'thread' | 'any' | 'off';
        /** @description How late it may still leave where nothing was running at its moment */
        ifOff: components['schemas']['Lateness'];
      };
      departures: components['schemas']['Departure'][];
      /**
       * @description Why not all of one that came in could be read; null where all was
       * @enum {string|null}
       */
      strange: 'time' | 'memory' | 'form' | 'header' | 'depth' | 'parts' | 'people' | 'text' | null;
      /** @description What of its HTML is not shown as it came; null where there is none */
      layout: {
        /** @description Pictures from elsewhere */
        remote: number;
        /** @description What was taken out: “2 scripts” */
        removed: string[];
        /** @description Links whose words name another address than the one they lead to; each says so in the HTML */
        misleading: number;
        /** @description Its sender’s pictures are fetched */
        pictures: boolean;
      } | null;
      /** @description The other messages of its thread, oldest first */
      thread: components['schemas']['MessageSummary'][];
      history: components['schemas']['History'][];
    };
    MessagePage: {
      messages: components['schemas']['MessageSummary'][];
      total: number;
    };
    Moved: {
      moved: string[];
      missing: string[];
    };
    Attachment: {
      id: string;
      messageId: string;
      name: string;
      /** @description Media type */
      type: string;
      /** @description Bytes */
      size: number;
      /** @description How many of them are here */
      received: number;
      /** @description Content-ID of a picture that stands in the text; else null */
      contentId: string | null;
      /** @description It was read from a linked file as the message left */
      linked: boolean;
    };
    Link: {
      id: string;
      messageId: string;
      path: string;
      /** @enum {string} */
      which: 'all' | 'newest';
      /** @enum {string} */
      ifMissing: 'ask' | 'skip' | 'without';
      /** @enum {string} */
      ifEmpty: 'ask' | 'skip' | 'without';
      /** @enum {string|null} */
      ifUnchanged: 'ask' | 'skip' | 'without' | null;
      /** @enum {string} */
      ifBusy: 'ask' | 'skip' | 'without';
      /** @description Bytes */
      largerThan: number | null;
      /** @enum {string} */
      ifLarger: 'ask' | 'skip' | 'without';
      line: string;
      /** @enum {string} */
      after: 'keep' | 'move' | 'delete';
      moveTo: string | null;
      settleSeconds: number;
    };
    Links: {
      links: {
        id: string;
        messageId: string;
        path: string;
        /** @enum {string} */
        which: 'all' | 'newest';
        /** @enum {string} */
        ifMissing: 'ask' | 'skip' | 'without';
        /** @enum {string} */
        ifEmpty: 'ask' | 'skip' | 'without';
        /** @enum {string|null} */
        ifUnchanged: 'ask' | 'skip' | 'without' | null;
        /** @enum {string} */
        ifBusy: 'ask' | 'skip' | 'without';
        /** @description Bytes */
        largerThan: number | null;
        /** @enum {string} */
        ifLarger: 'ask' | 'skip' | 'without';
        line: string;
        /** @enum {string} */
        after: 'keep' | 'move' | 'delete';
        moveTo: string | null;
        settleSeconds: number;
        subject: string;
        /** @description Its message may still leave by itself */
        used: boolean;
        /** @description What would go if it left now */
        now: {
          files: {
            name: string;
            /** @description Bytes */
            size: number;
            /** Format: date-time */
            modifiedAt: string;
          }[];
          /** @description Why it could not go, in words */
          trouble: string | null;
        };
      }[];
      /** @description What went last, the newest first; empty for one message */
      reads: {
        id: string;
        messageId: string;
        departureId: string;
        attachmentId: string;
        path: string;
        /** @description Bytes */
        size: number;
        /** @description SHA-256, hexadecimal */
        hash: string;
        /** Format: date-time */
        modifiedAt: string;
        /** Format: date-time */
        readAt: string;
        /**
         * @description How clearing it away stands; null where it stays. `changed`: it had changed since, and was left
         * @enum {string|null}
         */
        clearing: 'waiting' | 'due' | 'begun' | 'done' | 'changed' | 'undone' | null;
        movedTo: string | null;
        subject: string;
        /** Format: date-time */
        leftAt: string | null;
        /** @description Its bytes are still here */
        isKept: boolean;
      }[];
    };
    Files: {
      folder: string | null;
      above: string | null;
      entries: {
        name: string;
        path: string;
        /** @enum {string} */
        kind: 'file' | 'folder';
        /** @description Bytes */
        size: number;
        /** Format: date-time */
        modifiedAt: string | null;
      }[];
      total: number;
      /** @description Whoever runs the server says which folders these are (OAK_FILES) */
      fixed: boolean;
    };
    FileWatch: {
      id: string;
      /** @description What is sent each time */
      messageId: string;
      subject: string;
      /** @description How the message is to leave */
      plan: components['schemas']['Plan'];
      words: string;
      /** @enum {string} */
      state: 'watching' | 'paused' | 'ended';
      /** @description Why it was paused; null where I paused it */
      reason: string | null;
      /** @description Departures made */
      count: number;
      /**
       * Format: date-time
       * @description When the last one was
       */
      lastAt: string | null;
      /** @description What was seen last */
      seen: {
        files: {
          name: string;
          size: number;
          /** Format: date-time */
          modifiedAt: string;
        }[];
        trouble: string | null;
        /** Format: date-time */
        at: string;
      } | null;
    };
    FileWatches: {
      fileWatches: components['schemas']['FileWatch'][];
    };
    /** @description Links in a message whose pages are known from messages with other organisations only */
    LinkCompany: {
      links: {
        url: string;
        organisations: string[];
      }[];
    };
    /** @description Words of a text that no dictionary knows */
    Spelling: {
      words: {
        word: string;
        /** @enum {string} */
        language: 'en' | 'pt' | 'de' | 'fr' | 'es';
        /** @description The likeliest first; for the first few words only */
        suggestions: string[];
      }[];
    };
    /** @description What a departure was; given back to `restore`, it is that again */
    Snapshot: {
      /** @enum {string} */
      state: 'held' | 'scheduled' | 'paused';
      /** @description How the message is to leave */
      plan: components['schemas']['Plan'];
      /** Format: date-time */
      meant: string;
      /** Format: date-time */
      due: string;
      /** @enum {string|null} */
      pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
      /** @description Ms */
      holdLeft: number | null;
      reason: string | null;
      heldBy: {
        rule: {
          name: string;
          why: string;
        } | null;
        /** Format: date-time */
        quiet: string | null;
      } | null;
      /** @description Of a series: it had been given something of its own */
      differs?: boolean;
    };
    Reader: {
      address: string;
      zone: string | null;
      place: string | null;
      /** @description The reader’s wall-clock time when it leaves */
      local: string | null;
      /** @enum {string|null} */
      dayPart: 'night' | 'waking' | 'working' | 'weekend' | 'holiday' | 'leave' | null;
      /** @description In words, to follow a time: “before work” */
      dayPartWords: string | null;
      name: string;
      /** @enum {string} */
      field: 'to' | 'cc' | 'bcc';
      /** @enum {string} */
      status: 'waiting' | 'accepted' | 'deferred' | 'refused';
      /** @description The mail server’s words */
      answer: string;
      /** @description What came back from them or their mail server */
      receipts: {
        /** @enum {string} */
        action:
          | 'failed'
          | 'delayed'
          | 'delivered'
          | 'relayed'
          | 'expanded'
          | 'displayed'
          | 'deleted'
          | 'dispatched'
          | 'processed';
        words: string;
        /** Format: date-time */
        at: string;
        /** @description The message that said so */
        messageId: string | null;
      }[];
    };
    Departure: {
      id: string;
      revision: number;
      messageId: string;
      subject: string;
      /** @description The account it leaves through; null where there is no choice */
      through: string | null;
      /** @description What it says is kept encrypted */
      sealed: boolean;
      /** @description The series it is of; null for any other */
      series: {
        id: string;
        /** @description The time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence: string;
        /** @description It was given something of its own */
        differs: boolean;
      } | null;
      /** @description How the message is to leave */
      plan: components['schemas']['Plan'];
      /** @description Why it leaves then, in few words */
      whyThen: string;
      /** @enum {string} */
      state:
        'draft' | 'held' | 'scheduled' | 'paused' | 'releasing' | 'sent' | 'failed' | 'unconfirmed' | 'ended';
      reason: string | null;
      /**
       * @description Why it stands still; null unless it is paused
       * @enum {string|null}
       */
      pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
      /** @description Seconds left of its hold while it stands still; null where it was not held */
      holdLeft: number | null;
      /** @description Its moment has come, and it waits for a mail server that cannot be reached */
      waitsForServer: boolean;
      /** @description Its moment has come, and nothing can be written to the disk; `reason` says why */
      waitsForDisk: boolean;
      /** @description What it is, for the undo of whatever is done to it; null where there is no coming back to it */
      snapshot: components['schemas']['Snapshot'] | null;
      /**
       * Format: date-time
       * @description When it leaves, or left
       */
      at: string;
      local: string;
      zone: string;
      /**
       * Format: date-time
       * @description When it was meant to leave
       */
      meant: string;
      attempts: number;
      /** Format: date-time */
      leftAt: string | null;
      /** @description The one address it goes to, where it is an individual copy */
      copyFor: string | null;
      /** @description What a copy said that has left, where its fields made it other than its message */
      filledText: string | null;
      /** @description The rule or the quiet hours that hold it, in words; null where it is held as usual, or not at all */
      heldBy: string | null;
      /** @description Quiet hours hold it */
      quiet: boolean;
      /**
       * Format: date-time
       * @description When the first answer by a person came
       */
      answeredAt: string | null;
      /** @description The newest watch on it, and when that runs out */
      watch: {
        /** @enum {string} */
        state: 'waiting' | 'settled' | 'ran-out' | 'undelivered' | 'ended';
        /** Format: date-time */
        at: string | null;
        /** @enum {string|null} */
        by: 'answer' | 'receipt' | 'visit' | 'decision' | null;
      } | null;
      /**
       * @description What stops it: a message from a recipient in its thread, any from them, nothing
       * @enum {string}
       */
      ifTheyWriteFirst: 'thread' | 'any' | 'off';
      /** @description How late it may still leave where nothing was running at its moment */
      ifOff: components['schemas']['Lateness'];
      recipients: components['schemas']['Reader'][];
    };
    Departures: {
      departures: components['schemas']['Departure'][];
    };
    Scheduled: {
      /** @description Of what repeats, those of its next weeks */
      departures: components['schemas']['Departure'][];
      series?: {
        id: string;
      };
      /** @description What waits for a file has no departure before that changes */
      fileWatch?: {
        id: string;
      };
    };
    DeparturePage: {
      departures: components['schemas']['Departure'][];
      cursor: string | null;
      unsettled: number;
      /** @description What of `q` was not understood */
      problems: {
        part: string;
        why: string;
      }[];
    };
    /** @description An editing lease */
    Edit: {
      /** @description Give it back with every sign of life, and when closing; null where the departure stands still anyway */
      token: string | null;
      /** @description Real seconds after which silence counts as gone */
      seconds: number;
      departure: components['schemas']['Departure'];
    };
    /** @description What became of one thing done to several departures */
    Bulk: {
      done: {
        id: string;
        /** @description What it was before; null where it was in no state to come back to */
        snapshot: components['schemas']['Snapshot'] | null;
      }[];
      failed: {
        id: string;
        subject: string;
        why: string;
      }[];
    };
    Series: {
      id: string;
      revision: number;
      /** @description The message its occurrences are made from */
      messageId: string;
      name: string;
      subject: string;
      readers: {
        name: string;
        address: string;
      }[];
      plan: {
        /** @enum {string} */
        kind: 'series';
        /** @description Wall-clock time without offset */
        start: string;
        /** @description IANA time zone of the clock it is on; `each`: a copy for each reader, on their own */
        zone: string;
        /** @description RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone */
        rrule?: string;
        /** @description Also then */
        rdate?: string[];
        /** @description Not then */
        exdate?: string[];
        /**
         * @description What happens to an occurrence on a day off
         * @enum {string}
         */
        shift?: 'none' | 'skip' | 'next-working-day' | 'previous-working-day';
        /**
         * @description Whose days off; mine if not said
         * @enum {string}
         */
        calendar?: 'sender' | 'reader';
        /** @description It leaves before or after each time of an event, whose times stand in the place of those above, whatever is given; its event and its offset are what counts */
        around?: {
          /** @description The id of an event that recurs */
          event: string;
          /** @description A signed length of time (RFC 5545 §3.3.6), or counted in parts */
          offset:
            | string
            | {
                /** @description Negative before it */
                count: number;
                /** @enum {string} */
                unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
                /**
                 * @description null: the time of the occasion
                 * @default null
                 */
                time: string | null;
                /**
                 * @description On whose clock that is: where the occasion is, the reader’s, or mine
                 * @default there
                 * @enum {string}
                 */
                clock: 'there' | 'theirs' | 'mine';
              };
          /** @enum {string} */
          edge?: 'start' | 'end';
          /** @default  */
          summary: string;
          /** @default 0 */
          lengthMs: number;
          exdate?: string[];
          moved?: {
            [key: string]: string;
          };
          /** @enum {boolean} */
          stopped?: true;
        };
      };
      choices: {
        /**
         * @description Individual: one message per recipient, others hidden
         * @enum {string}
         */
        copies: 'together' | 'individual';
        /**
         * @description What stops it: a message from a recipient in its thread, any from them, nothing
         * @enum {string}
         */
        ifTheyWriteFirst: 'thread' | 'any' | 'off';
        /** @description How late it may still leave where nothing was running at its moment */
        ifOff: components['schemas']['Lateness'];
      };
      /** @description How it repeats */
      words: string;
      /** @enum {string} */
      state: 'active' | 'paused' | 'ended';
      /** @description Each waits for a look first */
      review: {
        /** @description So long before it is due it waits for a look */
        minutes: number;
        /**
         * @description What becomes of one that nobody has approved by then
         * @enum {string}
         */
        otherwise: 'wait' | 'skip' | 'go';
      } | null;
      /** @description Own fields, lower case, each with a value per occurrence (`2026-12-03T09:10:00`); under an empty one what is usual */
      fields: {
        [key: string]: {
          [key: string]: string;
        };
      };
      /** @description Own fields that its text has */
      fieldNames: string[];
      /**
       * Format: date-time
       * @description When the next one leaves
       */
      next: string | null;
      /**
       * Format: date-time
       * @description When the last one left
       */
      last: string | null;
      /** @description How many have left */
      left: number;
      /** @description How many are still to come; null: it never ends, or there are more than are counted */
      toCome: number | null;
      /** @description How many wait for a look */
      waiting: number;
      /** @description Those that did not leave at their moment */
      missed: {
        /** @description The time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence: string;
        /** Format: date-time */
        at: string;
        /** @description In words; without it nothing was running */
        why?: string;
      }[];
      /** @description Those that left last, and those of the next weeks, soonest first */
      occurrences: {
        /** @description The time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence: string;
        /** Format: date-time */
        at: string;
        /** @description It was given something of its own */
        differs: boolean;
        departures: {
          id: string;
          messageId: string;
          /** @enum {string} */
          state:
            | 'draft'
            | 'held'
            | 'scheduled'
            | 'paused'
            | 'releasing'
            | 'sent'
            | 'failed'
            | 'unconfirmed'
            | 'ended';
          /** @enum {string|null} */
          pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
        }[];
      }[];
    };
    SeriesList: {
      series: components['schemas']['Series'][];
    };
    SeriesImport: {
      drafts: {
        id: string;
        name: string;
      }[];
      /** @description What of the file is not kept */
      said: string[];
    };
    Feed: {
      /** @description Below the origin; null where there is none */
      path: string | null;
    };
    /** @description A thread by its newest message where it is */
    Thread: {
      id: string;
      threadId: string;
      /** @enum {string} */
      direction: 'in' | 'out';
      from: {
        name: string;
        address: string;
        group?: string;
        zone: string | null;
        place: string | null;
      };
      /** @description In a list only the first of many */
      to: {
        name: string;
        address: string;
        group?: string;
      }[];
      /** @description How many there are in To */
      toCount: number;
      subject: string;
      preview: string;
      /** Format: date-time */
      at: string;
      /**
       * Format: date-time
       * @description When it was written, by its own Date
       */
      writtenAt: string | null;
      /** @description The offset that carries, minutes */
      writtenOffset: number | null;
      /** @description It came in and has not been looked at */
      unseen: boolean;
      /** @description I have answered it, and that has left */
      answered: boolean;
      /** @description I have passed it on, and that has left */
      forwarded: boolean;
      /** @description Something of mine in its thread waits to leave */
      leaving: boolean;
      automatic: boolean;
      /** @enum {string|null} */
      place: 'inbox' | 'snoozed' | 'archive' | null;
      /** @description When it came back into the inbox, and why */
      returned: components['schemas']['Returned'] | null;
      /** Format: date-time */
      snoozedUntil: string | null;
      /** @description How it is put off */
      snooze: components['schemas']['Snooze'] | null;
      /** @description The open to-do on it */
      todo: components['schemas']['Todo'] | null;
      /**
       * @description It is signed or encrypted; one of mine: what it says is kept encrypted
       * @enum {string|null}
       */
      protection: 'encrypted' | 'signed' | null;
      /** @description Something is attached */
      attached: boolean;
      /** @description Messages in the thread */
      count: number;
      /** @description Something of it in the inbox has not been seen */
      fresh: boolean;
      /** @description The last that came of it: said to be known, what is done with the thread goes for everything up to that */
      newestId: string;
      /**
       * @description Where it stands in the inbox; null where the list is by time
       * @enum {string|null}
       */
      group:
        | 'Came back'
        | 'At their desk now'
        | 'Away from their desk, an answer lands later'
        | 'Where they are is not known'
        | null;
    };
    ThreadPage: {
      messages: components['schemas']['Thread'][];
      /** @description Counted up to 10,000 */
      total: number;
      /** @description How many threads of the inbox have something new, and since when */
      unseen: {
        count: number;
        /** Format: date-time */
        since: string | null;
      };
      cursor: string | null;
    };
    SearchHit: {
      message: components['schemas']['MessageSummary'];
      /** @description Where it fits, and the words around it */
      why: {
        /** @enum {string} */
        field: 'from' | 'to' | 'subject' | 'body' | 'file';
        words: string;
        from: number;
        to: number;
      } | null;
    };
    Search: {
      hits: components['schemas']['SearchHit'][];
      cursor: string | null;
      /** @description What of the question was not understood */
      problems: {
        part: string;
        why: string;
      }[];
    };
    SearchSuggestion: {
      /** @description What the last word becomes */
      text: string;
      words: string;
    };
    SearchSuggestions: {
      suggestions: components['schemas']['SearchSuggestion'][];
    };
    Snooze: {
      /** Format: date-time */
      until: string;
      /** @description The words its moment was chosen by */
      words: string;
      note: string;
      wholeThread: boolean;
      early: boolean;
      /** @description How often it has been put off, this time counted */
      times: number;
      /** @description “every 2 weeks on Monday”; null for once */
      repeat: string | null;
      /** Format: date-time */
      since: string;
    };
    ReturnSuggestions: {
      snoozes: {
        /** Format: date-time */
        at: string;
        words: string;
      }[];
      todos: {
        words: string;
        due: components['schemas']['TodoMoment'] | null;
        /** Format: date-time */
        remindAt: string | null;
      }[];
    };
    /** @description Until when; what is relative counts from when the message is released */
    Deadline:
      | {
          hours: number;
        }
      | {
          days: number;
        }
      | {
          workingDays: number;
          /**
           * @description Whose week, holidays and leave count
           * @enum {string}
           */
          of: 'reader' | 'me';
        }
      | {
          /** @description Wall-clock time without offset */
          local: string;
          /** @description IANA time zone */
          zone: string;
        };
    Considered: {
      message: string;
      from: {
        name: string;
        address: string;
        group?: string;
      };
      subject: string;
      /** Format: date-time */
      at: string;
      counts: boolean;
      /** @description A whole sentence */
      why: string;
      /** @description I have said so */
      overruled: boolean;
    };
    Watch: {
      id: string;
      message: string;
      subject: string;
      /** @description The reader whose copy alone it is about */
      copy: string | null;
      readers: {
        name: string;
        address: string;
        answered: boolean;
      }[];
      /** @enum {string} */
      state: 'waiting' | 'settled' | 'ran-out' | 'undelivered' | 'ended';
      /** @description Until when; what is relative counts from when the message is released */
      deadline: components['schemas']['Deadline'];
      /** @description What was asked for, to follow “for”; empty where it is a date */
      words: string;
      /** @enum {string} */
      settledBy: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
      note: string;
      chasers: {
        /** @description Empty: the usual words */
        text: string;
        /** @enum {string} */
        then: 'review' | 'leave';
        /** @description How many at most */
        times: number;
        /** @description Those there have been, in order */
        made: {
          message: string;
          /** @enum {string} */
          state: 'left' | 'leaves' | 'stands-still' | 'withdrawn';
          /**
           * Format: date-time
           * @description When it left, or leaves
           */
          at: string | null;
        }[];
      } | null;
      /**
       * @description What ended it
       * @enum {string|null}
       */
      by: 'answer' | 'receipt' | 'visit' | 'decision' | null;
      /** @description What happens next if nobody answers, to follow “then”; empty where it is over */
      next: string;
      /**
       * Format: date-time
       * @description When its message was released; null until then
       */
      since: string | null;
      /**
       * Format: date-time
       * @description When it runs out
       */
      at: string | null;
      /** @description That on my clock */
      local: string | null;
      /** @description That on the clock of who is to answer */
      theirs: {
        local: string;
        zone: string;
        place: string;
      } | null;
      /** @description How long they usually take */
      habit: string | null;
      /** @description What came in meanwhile, and whether it counts */
      considered: components['schemas']['Considered'][];
      /** @description How the answers to its question stand; empty where it waits for no decision */
      tally: string;
      /** @description When an away-message says to expect them back */
      back: {
        /** Format: date-time */
        at: string;
        local: string;
        zone: string;
        words: string;
        /** @description Their leave as it tells it, where it is not known yet */
        leave: {
          correspondent: string;
          from: string;
          to: string;
          words: string;
        } | null;
      } | null;
      /** @description The message that settled it, or said that it was not delivered */
      endedBy: string | null;
      /** Format: date-time */
      endedAt: string | null;
      revision: number;
      /** Format: date-time */
      createdAt: string;
    };
    Watches: {
      watches: components['schemas']['Watch'][];
      /** @description How many wait, in all */
      waiting: number;
    };
    DeadlineSuggestion: {
      /** @description Until when; what is relative counts from when the message is released */
      deadline: components['schemas']['Deadline'];
      /** Format: date-time */
      at: string;
      words: string;
      why: string;
    };
    DeadlineSuggestions: {
      suggestions: components['schemas']['DeadlineSuggestion'][];
      /** @description Where links lead through, where it can be seen that one is opened */
      visits: string | null;
      /** @description What is waited for where nothing else is said */
      usual: {
        deadline:
          | {
              hours: number;
            }
          | {
              days: number;
            }
          | {
              workingDays: number;
              /**
               * @description Whose week, holidays and leave count
               * @enum {string}
               */
              of: 'reader' | 'me';
            };
        /** @enum {string} */
        settledBy: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
        chasers: {
          /** @description Empty: the usual words */
          text: string;
          /** @enum {string} */
          then: 'review' | 'leave';
          /** @description How many at most */
          times: number;
        } | null;
        words: string;
        /** @description “as usual for couriers” */
        because: string;
      } | null;
    };
    UsualWatch: {
      whom:
        | {
            /** @enum {string} */
            for: 'correspondent' | 'group';
            id: string;
          }
        | {
            /** @enum {string} */
            for: 'everyone';
          };
      /** @description Empty: everyone */
      name: string;
      /** @description What is waited, to follow “for” */
      words: string;
      watch: {
        deadline:
          | {
              hours: number;
            }
          | {
              days: number;
            }
          | {
              workingDays: number;
              /**
               * @description Whose week, holidays and leave count
               * @enum {string}
               */
              of: 'reader' | 'me';
            };
        /** @enum {string} */
        settledBy: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
        chasers: {
          /** @description Empty: the usual words */
          text: string;
          /** @enum {string} */
          then: 'review' | 'leave';
          /** @description How many at most */
          times: number;
        } | null;
      };
    };
    UsualWatches: {
      usual: components['schemas']['UsualWatch'][];
    };
    TodoMoment: {
      date: string;
      time: string | null;
      zone: string;
    };
    Todo: {
      id: string;
      messageId: string | null;
      what: string;
      note: string;
      start: components['schemas']['TodoMoment'] | null;
      due: components['schemas']['TodoMoment'] | null;
      /**
       * Format: date-time
       * @description When it is over; null where it is undated
       */
      dueAt: string | null;
      /** Format: date-time */
      remindAt: string | null;
      sound: boolean;
      /** @enum {string} */
      state: 'open' | 'done' | 'dropped';
      /** Format: date-time */
      doneAt: string | null;
      revision: number;
      /** Format: date-time */
      createdAt: string;
    };
    TodoChanged: {
      todo: components['schemas']['Todo'];
      /** @description What else of it moved, in words */
      said: string[];
    };
    TodoListed: {
      todo: components['schemas']['Todo'];
      message: components['schemas']['MessageSummary'] | null;
    };
    Todos: {
      todos: components['schemas']['TodoListed'][];
      open: number;
    };
    TodoImport: {
      added: number;
      changed: number;
      same: number;
      /** @description What of them is not kept, in words */
      said: string[];
    };
    Reminder: {
      id: number;
      /** Format: date-time */
      at: string;
      /** @enum {string} */
      kind: 'snooze' | 'answer' | 'to-do' | 'silence' | 'undelivered' | 'review' | 'question';
      messageId: string | null;
      todoId: string | null;
      words: string;
      sound: boolean;
    };
    Reminders: {
      reminders: components['schemas']['Reminder'][];
    };
    Import: {
      id: string;
      name: string;
      /** @description Bytes */
      size: number;
      /** @description How many of them have come */
      received: number;
      /** @enum {string} */
      format: 'mbox' | 'eml';
      added: number;
      /** @description Messages that were here already */
      same: number;
      unreadable: number;
      /** Format: date-time */
      createdAt: string;
    };
    Imports: {
      imports: components['schemas']['Import'][];
      /** @description What could not be read */
      aside: {
        id: string;
        name: string;
        reason: string;
        /** Format: date-time */
        at: string;
      }[];
    };
    WorkingWeek: {
      /** @description Monday first */
      work: {
        from: number;
        to: number;
      }[][];
      /** @description Minutes after midnight */
      waking: {
        from: number;
        to: number;
      };
    };
    Correspondent: {
      id: string;
      name: string;
      addresses: string[];
      /** @description null where it is not known, or not confirmed */
      zone: string | null;
      /** @description What their mail says about it, while it is not confirmed */
      zoneGuess: {
        zone: string | null;
        others: string[];
        why: string;
      } | null;
      place: string | null;
      country: string | null;
      region: string | null;
      /** @description null: office hours */
      week: components['schemas']['WorkingWeek'] | null;
      leave: {
        from: string;
        to: string;
        /** @default  */
        note: string;
      }[];
      dates: {
        what: string;
        month: number;
        day: number;
      }[];
      organisation: string | null;
      /** @description BCP 47; null: as the text is */
      language: string | null;
      columns: {
        [key: string]: string;
      };
      holidays: components['schemas']['HolidaysKnown'];
      /** @description How long they take to answer, ms */
      answers: {
        count: number;
        median: number;
        from: number;
        until: number;
      } | null;
    };
    Correspondents: {
      correspondents: components['schemas']['Correspondent'][];
    };
    /** @description What an import does, or would do */
    PeopleImport: {
      added: number;
      changed: number;
      same: number;
      groups: number;
      rows: {
        row: number;
        name: string;
        /** @enum {string} */
        what: 'add' | 'change' | 'same' | 'group' | 'error';
        detail: string;
      }[];
    };
    AnswerHabit: {
      zone: string;
      /** @description It is on their clock; else on mine, since theirs is not known */
      theirs: boolean;
      /** @description Answers counted */
      count: number;
      /** @description Ms; half of them came sooner */
      median: number;
      /** @description Ms; nine in ten of them came sooner */
      nineInTen: number;
      /** @description The hours of the week in which any came, most first */
      hours: {
        /** @description 0 is Monday */
        weekday: number;
        hour: number;
        count: number;
      }[];
      /** @description How many came within so long, and not within the one before */
      speed: {
        /** @description Ms; null: later than all of them */
        within: number | null;
        count: number;
      }[];
    };
    ReadHabit: {
      habit: components['schemas']['AnswerHabit'] | null;
      /** @description What they have answered to questions, the newest first */
      questions: components['schemas']['Answered'][];
    };
    Board: {
      rows: {
        id: string;
        parts: components['schemas']['StripPart'][];
      }[];
    };
    Placed: {
      /** @description Readers who are on a clock now */
      placed: number;
    };
    /** @description Somebody past mail went to or came from */
    MetAddress: {
      name: string;
      address: string;
      times: number;
      /** Format: date-time */
      lastAt: string;
    };
    Addresses: {
      addresses: components['schemas']['MetAddress'][];
    };
    Group: {
      id: string;
      name: string;
      members: string[];
    };
    Groups: {
      groups: components['schemas']['Group'][];
    };
    HoldRule: {
      id: string;
      name: string;
      on: boolean;
      /** @description All have to be met */
      when: (
        | {
            /** @enum {string} */
            kind: 'recipient';
            addresses: string[];
          }
        | {
            /** @enum {string} */
            kind: 'group';
            groups: string[];
          }
        | {
            /** @enum {string} */
            kind: 'domain';
            domains: string[];
          }
        | {
            /** @enum {string} */
            kind: 'outside';
          }
        | {
            /** @enum {string} */
            kind: 'words';
            /** @enum {string} */
            where: 'subject' | 'text' | 'either';
            words: string[];
          }
        | {
            /** @enum {string} */
            kind: 'more-than';
            recipients: number;
          }
        | {
            /** @enum {string} */
            kind: 'hours';
            /** @description Monday first */
            days: ({
              from: number;
              /** @description Not after `from`: on the next day */
              to: number;
            } | null)[];
          }
        | {
            /** @enum {string} */
            kind: 'first-message';
          }
        | {
            /** @enum {string} */
            kind: 'importance';
            is: ('high' | 'normal' | 'low')[];
          }
        | {
            /** @enum {string} */
            kind: 'attachment';
          }
      )[];
      /** @description One that is met is enough */
      except: (
        | {
            /** @enum {string} */
            kind: 'recipient';
            addresses: string[];
          }
        | {
            /** @enum {string} */
            kind: 'group';
            groups: string[];
          }
        | {
            /** @enum {string} */
            kind: 'domain';
            domains: string[];
          }
        | {
            /** @enum {string} */
            kind: 'outside';
          }
        | {
            /** @enum {string} */
            kind: 'words';
            /** @enum {string} */
            where: 'subject' | 'text' | 'either';
            words: string[];
          }
        | {
            /** @enum {string} */
            kind: 'more-than';
            recipients: number;
          }
        | {
            /** @enum {string} */
            kind: 'hours';
            /** @description Monday first */
            days: ({
              from: number;
              /** @description Not after `from`: on the next day */
              to: number;
            } | null)[];
          }
        | {
            /** @enum {string} */
            kind: 'first-message';
          }
        | {
            /** @enum {string} */
            kind: 'importance';
            is: ('high' | 'normal' | 'low')[];
          }
        | {
            /** @enum {string} */
            kind: 'attachment';
          }
      )[];
      action:
        | {
            /** @enum {string} */
            kind: 'hold';
            minutes: number;
          }
        | {
            /** @enum {string} */
            kind: 'quiet-end';
          }
        | {
            /** @enum {string} */
            kind: 'review';
          }
        | {
            /** @enum {string} */
            kind: 'release';
          };
    };
    /** @description What a hold rule would have done with one of the messages sent last */
    Trial: {
      departureId: string;
      subject: string;
      to: {
        name: string;
        address: string;
        group?: string;
      }[];
      /** Format: date-time */
      at: string;
      /** @description Why it fits; null where it does not */
      why: string | null;
      /** @description An earlier rule that fits first */
      earlier: string | null;
      /** @description What would have been done, in words */
      words: string;
    };
    Trials: {
      trials: components['schemas']['Trial'][];
    };
    /** @enum {string} */
    HolidaysKnown: 'known' | 'added' | 'none yet' | 'place not known';
    /** @description Of a country */
    HolidayPlace: {
      holidays: components['schemas']['HolidaysKnown'];
      /** @description Its parts with holidays of their own, by name */
      regions: {
        code: string;
        name: string;
      }[];
    };
    Holidays: {
      /** @description Days that were read */
      days: number;
    };
    /** @description One live update, as the `data` of a server-sent event */
    Change: {
      /** @enum {string} */
      topic:
        | 'departure'
        | 'message'
        | 'return'
        | 'settings'
        | 'clock'
        | 'correspondent'
        | 'health'
        | 'session'
        | 'text'
        | 'batch'
        | 'occasion'
        | 'question'
        | 'event'
        | 'calendar'
        | 'account'
        | 'key';
      ref: string;
    };
    FoundTimes: {
      /** @description Whose clock it is read on */
      name: string;
      place: string;
      zone: string;
      /** @description How that clock is known, where their place is not */
      assumed: string | null;
      /** @description What an event of it is called */
      summary: string;
      times: {
        /** Format: date-time */
        at: string;
        /** Format: date-time */
        until: string;
        wholeDay: boolean;
        /** @description On my clock */
        here: string;
        /** @description On theirs */
        there: string;
        /** @description “free”, “during “Loans committee”” */
        verdict: string;
        /** @description Nothing speaks against it */
        good: boolean;
        /** @description Already in the calendar, at exactly this time */
        event: {
          id: string;
          occurrence: string | null;
          summary: string;
        } | null;
        meets: {
          id: string;
          occurrence: string | null;
          summary: string;
          /** Format: date-time */
          at: string;
          /** Format: date-time */
          until: string;
        }[];
        /**
         * Format: date-time
         * @description What the parts of both days cover
         */
        from: string;
        /** Format: date-time */
        to: string;
        mine: components['schemas']['StripPart'][];
        theirs: components['schemas']['StripPart'][];
        /** @description As they stand in the message */
        words: string;
        /** @description In the form of an event, on the clock of `zone` */
        start: string;
        /** @description An hour later where nothing is said of it */
        end: string;
        zone: string;
        saysEnd: boolean;
        /** @description What is not clear, a sentence each */
        unclear: string[];
        /** @description What an answer says that takes it up, in the language of the message */
        yes: string;
      }[];
    };
    MessageCalendar: {
      /** @description What a message that came in asks or says of an event */
      invitation: {
        /**
         * @description What it does (RFC 5546 §1.4)
         * @enum {string}
         */
        method: 'REQUEST' | 'REPLY' | 'CANCEL' | 'COUNTER' | 'DECLINECOUNTER';
        summary: string;
        location: string;
        description: string;
        organizer: {
          name: string;
          address: string;
        } | null;
        attendees: {
          address: string;
          name: string;
          /** @enum {string} */
          attendance: 'needs-action' | 'accepted' | 'declined' | 'tentative' | 'delegated';
        }[];
        /** @description Whose clock it is told on beside mine */
        name: string;
        zone: string;
        /** @description In words */
        repeats: string | null;
        /** @description Its next time; null where it never is */
        when: {
          /** Format: date-time */
          at: string;
          /** Format: date-time */
          until: string;
          wholeDay: boolean;
          /** @description On my clock */
          here: string;
          /** @description On theirs */
          there: string;
          /** @description “free”, “during “Loans committee”” */
          verdict: string;
          /** @description Nothing speaks against it */
          good: boolean;
          /** @description Already in the calendar, at exactly this time */
          event: {
            id: string;
            occurrence: string | null;
            summary: string;
          } | null;
          meets: {
            id: string;
            occurrence: string | null;
            summary: string;
            /** Format: date-time */
            at: string;
            /** Format: date-time */
            until: string;
          }[];
          /**
           * Format: date-time
           * @description What the parts of both days cover
           */
          from: string;
          /** Format: date-time */
          to: string;
          mine: components['schemas']['StripPart'][];
          theirs: components['schemas']['StripPart'][];
        } | null;
        /** @description What it says, in a sentence */
        says: string;
        /** @description What it changed in my calendar when it came */
        did: string | null;
        /** @description Why nothing may be answered to one that asks; null where something may */
        over: string | null;
        answer: {
          /** @enum {string} */
          attendance: 'accepted' | 'tentative' | 'declined';
          messageId: string;
          /**
           * @description Of the message that carries it; null where it is deleted
           * @enum {string|null}
           */
          state:
            | 'draft'
            | 'held'
            | 'scheduled'
            | 'paused'
            | 'releasing'
            | 'sent'
            | 'failed'
            | 'unconfirmed'
            | 'ended'
            | null;
        } | null;
        /** @description In my calendar */
        event: {
          id: string;
          occurrence: string | null;
        } | null;
      } | null;
      /** @description What a message of mine says to calendar programs */
      carries: {
        /** @enum {string} */
        method: 'REQUEST' | 'REPLY' | 'CANCEL' | 'COUNTER' | 'DECLINECOUNTER';
        summary: string;
      } | null;
    };
    Event: {
      /** @description Of the event, whichever of its times this is */
      id: string;
      uid: string;
      /** @description Which time of one that recurs; null of one that is once */
      occurrence: string | null;
      /** @description It says something else than the others, or is at another time */
      differs: boolean;
      summary: string;
      description: string;
      location: string;
      /** Format: date-time */
      at: string;
      /** Format: date-time */
      until: string;
      /** @description On the clock of the event; the day alone for whole days */
      start: string;
      end: string;
      /** @description null: on my clock */
      zone: string | null;
      wholeDays: boolean;
      rrule: string | null;
      /** @description In words */
      repeats: string | null;
      transparent: boolean;
      /** @enum {string} */
      status: 'confirmed' | 'tentative' | 'cancelled';
      organizer: {
        name: string;
        address: string;
      } | null;
      /** @description I am who asks, or nobody is */
      mine: boolean;
      attendees: {
        address: string;
        name: string;
        /**
         * @description PARTSTAT, RFC 5545 §3.2.12
         * @enum {string}
         */
        attendance: 'needs-action' | 'accepted' | 'declined' | 'tentative' | 'delegated';
        /** @enum {string} */
        role: 'chair' | 'required' | 'optional' | 'informed';
      }[];
      revision: number;
    };
    EventDetail: {
      /** @description Of the event, whichever of its times this is */
      id: string;
      uid: string;
      /** @description Which time of one that recurs; null of one that is once */
      occurrence: string | null;
      /** @description It says something else than the others, or is at another time */
      differs: boolean;
      summary: string;
      description: string;
      location: string;
      /** Format: date-time */
      at: string;
      /** Format: date-time */
      until: string;
      /** @description On the clock of the event; the day alone for whole days */
      start: string;
      end: string;
      /** @description null: on my clock */
      zone: string | null;
      wholeDays: boolean;
      rrule: string | null;
      /** @description In words */
      repeats: string | null;
      transparent: boolean;
      /** @enum {string} */
      status: 'confirmed' | 'tentative' | 'cancelled';
      organizer: {
        name: string;
        address: string;
      } | null;
      /** @description I am who asks, or nobody is */
      mine: boolean;
      attendees: {
        address: string;
        name: string;
        /**
         * @description PARTSTAT, RFC 5545 §3.2.12
         * @enum {string}
         */
        attendance: 'needs-action' | 'accepted' | 'declined' | 'tentative' | 'delegated';
        /** @enum {string} */
        role: 'chair' | 'required' | 'optional' | 'informed';
      }[];
      revision: number;
      /** @description What leaves before, at or after it */
      departures: {
        id: string;
        messageId: string;
        subject: string;
        readers: string[];
        /** @description “40 minutes before “Broker call”” */
        words: string;
        /** Format: date-time */
        at: string;
        /** @enum {string} */
        state:
          | 'draft'
          | 'held'
          | 'scheduled'
          | 'paused'
          | 'releasing'
          | 'sent'
          | 'failed'
          | 'unconfirmed'
          | 'ended';
        /** @enum {string|null} */
        pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
        reason: string | null;
      }[];
      /**
       * @description What those who are at it know of it: nothing, it is on its way, all, or not of what has changed since; null where it is not mine, or nobody is
       * @enum {string|null}
       */
      told: 'nobody' | 'leaving' | 'all' | 'changed' | null;
    };
    Events: {
      events: components['schemas']['Event'][];
    };
    EventReading:
      | {
          /** @enum {string} */
          kind: 'understood';
          readings: {
            summary: string;
            start: string;
            end: string;
            zone: string | null;
            /** @description How long it is was said, and not only when it begins */
            saysEnd: boolean;
            /** @description When that is, on both clocks */
            words: string;
            /** @description What is in the calendar then */
            meets: string[];
          }[];
        }
      | {
          /** @enum {string} */
          kind: 'not-understood';
          why: string;
        }
      | {
          /** @enum {string} */
          kind: 'empty';
        };
    EventImport: {
      /** @description Events */
      added: number;
      /** @description Events */
      changed: number;
      /** @description Said here later, or already like this */
      kept: number;
      /** @description What of an event is not kept */
      lost: {
        summary: string;
        what: string;
      }[];
      /** @description What could not be taken in, in words */
      unread: string[];
    };
    /** @description How the post office misbehaves */
    Faults: {
      greylist: string[];
      refuse: string[];
      /**
       * @description Where the connection is dropped
       * @enum {string|null}
       */
      drop: 'before-data' | 'in-data' | 'after-dot' | 'after-dot-unkept' | null;
      dropTimes: number | null;
      answerAfterSeconds: number;
      /** Format: date-time */
      downUntil: string | null;
      refuseStartTls: boolean;
    };
    SharedFile: {
      name: string;
      /** @description Bytes */
      size: number;
      /** Format: date-time */
      at: string;
    };
    SharedFiles: {
      files: components['schemas']['SharedFile'][];
    };
    MailboxSummary: {
      address: string;
      name: string;
      messages: number;
      /** Format: date-time */
      lastAt: string | null;
    };
    Mailboxes: {
      mailboxes: components['schemas']['MailboxSummary'][];
    };
    Mailbox: {
      address: string;
      name: string;
      messages: {
        id: number;
        /** Format: date-time */
        at: string;
        /** @enum {string} */
        direction: 'received' | 'written';
        /** @description The SMTP commands it came with */
        envelope: string;
        headers: string;
        subject: string;
        from: string;
        to: string[];
        text: string;
        attachments: {
          name: string;
          size: number;
          /** @description The beginning; empty of what is no text */
          text: string;
        }[];
      }[];
    };
    /** @description A problem document (RFC 9457) */
    Problem: {
      type: string;
      title: string;
      status: number;
      /** @description For the person who asked, saying what to do */
      detail: string;
      /** @description The fields it concerns, by path */
      errors?: {
        path: string;
        detail: string;
      }[];
    };
    Text: {
      id: string;
      name: string;
      revision: number;
      /** @description What it says now: attachments and links are added to that */
      messageId: string;
      subject: string;
      text: string;
      html: string | null;
      fields: {
        name: string;
        /** @enum {string} */
        kind: 'reader' | 'mine' | 'date' | 'occurrence' | 'occasion' | 'own';
        /** @description What stands there where nothing is known */
        instead: string | null;
      }[];
      attachments: components['schemas']['Attachment'][];
      /** @description Files linked to it */
      links: number;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      changedAt: string;
      /** Format: date-time */
      usedAt: string | null;
      /** @description How often it was used */
      used: number;
      /** @description What it says now, and said before, the newest first */
      versions: {
        version: number;
        /** Format: date-time */
        at: string;
        subject: string;
        text: string;
      }[];
    };
    Texts: {
      texts: {
        id: string;
        name: string;
        revision: number;
        /** @description What it says now: attachments and links are added to that */
        messageId: string;
        subject: string;
        text: string;
        html: string | null;
        fields: {
          name: string;
          /** @enum {string} */
          kind: 'reader' | 'mine' | 'date' | 'occurrence' | 'occasion' | 'own';
          /** @description What stands there where nothing is known */
          instead: string | null;
        }[];
        attachments: components['schemas']['Attachment'][];
        /** @description Files linked to it */
        links: number;
        /** Format: date-time */
        createdAt: string;
        /** Format: date-time */
        changedAt: string;
        /** Format: date-time */
        usedAt: string | null;
        /** @description How often it was used */
        used: number;
      }[];
    };
    /** @description What it says, to be put in */
    PutText: {
      subject: string;
      text: string;
      html: string | null;
      /** @description Ids of what came along */
      attachments: string[];
      links: string[];
    };
    Filled: {
      readers: {
        /** @description Empty where it goes to several together */
        address: string;
        name: string;
        correspondentId: string | null;
        subject: string;
        text: string;
        fields: {
          name: string;
          /** @enum {string} */
          kind: 'reader' | 'mine' | 'date' | 'occurrence' | 'occasion' | 'own';
          value: string | null;
          /** @description Why it has no value, to follow its name */
          why: string | null;
          /** @description What was given for it */
          given: string;
        }[];
      }[];
    };
    Batch: {
      id: string;
      name: string;
      revision: number;
      /** @description What its rows are made from: attachments and links are added to that */
      messageId: string;
      subject: string;
      text: string;
      html: string | null;
      fields: {
        name: string;
        /** @enum {string} */
        kind: 'reader' | 'mine' | 'date' | 'occurrence' | 'occasion' | 'own';
        /** @description What stands there where nothing is known */
        instead: string | null;
      }[];
      attachments: components['schemas']['Attachment'][];
      /** @description Files linked to it */
      links: number;
      headings: string[];
      columns: {
        /** @enum {string} */
        role: 'address' | 'name' | 'when' | 'file' | 'field' | 'unused';
        /**
         * @description The field it fills; empty for any other
         * @default
         */
        field: string;
      }[];
      when: string;
      perMinute: number | null;
      spread: boolean;
      /** @enum {string} */
      state: 'draft' | 'scheduling' | 'scheduled';
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      scheduledAt: string | null;
      counts: {
        rows: number;
        /** @description Nothing was made of them yet */
        unmade: number;
        left: number;
        /** @description Held, scheduled, or leaving */
        pending: number;
        paused: number;
        /** @description Refused by a mail server, or nobody knows whether they arrived */
        refused: number;
        /** @description Drafts again, or deleted */
        takenBack: number;
        answered: number;
        /** @description Edited by hand: a change of the text does not go for them */
        differ: number;
      };
      /**
       * Format: date-time
       * @description When the next of it leaves
       */
      next: string | null;
      /** Format: date-time */
      last: string | null;
    };
    Batches: {
      batches: components['schemas']['Batch'][];
    };
    BatchRows: {
      rows: {
        position: number;
        cells: string[];
        /** @description What was made of it; null as long as nothing was */
        messageId: string | null;
        /** @description Edited by hand */
        differs: boolean;
        subject: string;
        departureId: string | null;
        /** @enum {string|null} */
        state:
          | 'draft'
          | 'held'
          | 'scheduled'
          | 'paused'
          | 'releasing'
          | 'sent'
          | 'failed'
          | 'unconfirmed'
          | 'ended'
          | null;
        /** @enum {string|null} */
        pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
        /** Format: date-time */
        due: string | null;
        /** Format: date-time */
        leftAt: string | null;
        answered: boolean;
      }[];
    };
    BatchRow: {
      position: number;
      cells: string[];
    };
    CheckedRows: {
      rows: {
        position: number;
        address: string;
        name: string;
        subject: string;
        text: string;
        /**
         * Format: date-time
         * @description When it leaves, before what is said about how many in a minute
         */
        at: string | null;
        zone: string | null;
        place: string | null;
        /** @description On the reader’s clock */
        local: string | null;
        findings: {
          /**
           * @description `stop`: it cannot be scheduled like this
           * @enum {string}
           */
          severity: 'stop' | 'look';
          /** @enum {string} */
          what: 'address' | 'twice' | 'field' | 'when' | 'file';
          words: string;
        }[];
      }[];
      /** @description The position to go on from; null where all were looked at */
      next: number | null;
    };
    ScheduledBatch: {
      /** @description Positions */
      scheduled: number[];
      left: {
        position: number;
        address: string;
        why: string;
      }[];
    };
    TakenBackRows: {
      /** @description They can be scheduled again */
      rows: number[];
      /** @description Edited by hand: their messages are drafts now */
      drafts: number[];
      /** @description They have left, or are leaving */
      gone: number[];
    };
    TestedBatch: {
      departures: string[];
    };
    Occasion: {
      id: string;
      name: string;
      /** @description Where it is */
      local: string;
      zone: string;
      revision: number;
      /** Format: date-time */
      createdAt: string;
      /** Format: date-time */
      at: string;
      messages: {
        messageId: string;
        /** @description null for a draft */
        departureId: string | null;
        subject: string;
        readers: {
          name: string;
          address: string;
        }[];
        offset: {
          /** @description Negative before it */
          count: number;
          /** @enum {string} */
          unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
          /**
           * @description null: the time of the occasion
           * @default null
           */
          time: string | null;
          /**
           * @description On whose clock that is: where the occasion is, the reader’s, or mine
           * @default there
           * @enum {string}
           */
          clock: 'there' | 'theirs' | 'mine';
        };
        /** @description Where it belongs, in words that mean it again */
        words: string;
        /**
         * Format: date-time
         * @description When it leaves, or would; null where there is no such day
         */
        at: string | null;
        lands: {
          local: string;
          place: string;
        } | null;
        /** @enum {string|null} */
        state:
          | 'draft'
          | 'held'
          | 'scheduled'
          | 'paused'
          | 'releasing'
          | 'sent'
          | 'failed'
          | 'unconfirmed'
          | 'ended'
          | null;
        /** @enum {string|null} */
        pausedFor: 'me' | 'editing' | 'left-open' | 'late' | 'wrote-first' | 'review' | 'key' | null;
        /** Format: date-time */
        leftAt: string | null;
        /** @description It was moved by hand: the occasion does not move it */
        differs: boolean;
      }[];
    };
    Occasions: {
      occasions: components['schemas']['Occasion'][];
    };
    OccasionMoves: {
      moves: {
        messageId: string;
        /** @description null for a draft */
        departureId: string | null;
        subject: string;
        readers: string[];
        /**
         * Format: date-time
         * @description When it leaves now; null for a draft
         */
        from: string | null;
        /**
         * Format: date-time
         * @description When it would; null where it stays
         */
        at: string | null;
        zone: string;
        /** @description Why it stays as it is; null where it moves */
        stays: string | null;
        warnings: string[];
      }[];
    };
    ScheduledAround: {
      scheduled: string[];
      left: {
        messageId: string;
        subject: string;
        why: string;
      }[];
    };
    OccasionSet: {
      id: string;
      name: string;
      /** Format: date-time */
      createdAt: string;
      items: {
        words: string;
        to: string[];
      }[];
    };
    OccasionSets: {
      sets: components['schemas']['OccasionSet'][];
    };
    Answer: {
      id: number;
      from: {
        name: string;
        address: string;
        group?: string;
      };
      /** @description The address of the one it was asked of; null where it is by somebody else */
      reader: string | null;
      /** @description Counted from 0; null where it is not known */
      answer: number | null;
      /** @description Of what is not clear the one it names */
      proposed: number | null;
      /** @enum {string} */
      status: 'counts' | 'unclear' | 'late' | 'somebody-else' | 'refused' | 'none';
      /** @description A whole sentence; empty where there is nothing to explain */
      why: string;
      comment: string;
      /**
       * @description By the prepared reply, on the page, in words, or as I have said
       * @enum {string}
       */
      how: 'link' | 'page' | 'words' | 'me';
      /** @description The message it came in */
      message: string | null;
      /** Format: date-time */
      at: string;
      /** @description It is what its reader says now */
      stands: boolean;
    };
    Question: {
      id: string;
      message: string;
      subject: string;
      words: string;
      answers: string[];
      /** @enum {string} */
      decidedWhen: 'everyone' | 'majority' | 'first';
      mayComment: boolean;
      /** @enum {string} */
      state: 'not-left' | 'open' | 'closed';
      decided: boolean;
      /** @description How the answers stand, in words */
      tally: string;
      /** @description What most have said; empty where nobody has answered */
      ahead: string;
      /** @description Whom it is asked of, and what they say now */
      readers: {
        name: string;
        address: string;
        reached: boolean;
        answer: number | null;
        /** @description All that they have chosen: of times several may suit */
        chosen: number[];
      }[];
      /** @description Everything that was answered, in the order it came */
      given: components['schemas']['Answer'][];
      /** @description How many wait for my say */
      unclear: number;
      /** @description Where its answers are times */
      offer: {
        summary: string;
        place: string;
        minutes: number;
        /** @enum {string} */
        agreement: 'each' | 'everyone' | 'majority';
        /** @description In the order of the answers, the last of which is that none suits */
        slots: {
          /** Format: date-time */
          at: string;
          /** Format: date-time */
          until: string;
          /**
           * @description filled: something else is in my calendar by now
           * @enum {string}
           */
          state: 'open' | 'taken' | 'past' | 'filled';
          /** @description Who has taken it; null where nobody has, or all meet in it */
          reader: string | null;
          /** @description What stands for it in the calendar */
          event: string | null;
          filledBy: string | null;
        }[];
      } | null;
      /**
       * Format: date-time
       * @description When answers are taken no longer; null until that is known
       */
      closesAt: string | null;
      /**
       * Format: date-time
       * @description When I have closed it
       */
      closedAt: string | null;
      /** @description The wait for it to be decided */
      watch: string | null;
      revision: number;
      /** Format: date-time */
      createdAt: string;
    };
    Questions: {
      questions: components['schemas']['Question'][];
    };
    Answered: {
      question: string;
      message: string;
      words: string;
      answer: string;
      /** Format: date-time */
      at: string;
    };
    Choosing: {
      /** @description Mine first; then of those whose clock is known */
      days: {
        whose: string;
        place: string;
        zone: string;
        parts: components['schemas']['StripPart'][];
      }[];
      /** @description What I have, and what is offered to others */
      busy: {
        /** Format: date-time */
        at: string;
        /** Format: date-time */
        until: string;
        summary: string;
        offered: boolean;
      }[];
    };
    Offers: {
      offers: components['schemas']['Question'][];
    };
    Times: {
      times: {
        /** Format: date-time */
        at: string;
        /** Format: date-time */
        until: string;
        /** @description On my clock */
        here: string;
        /** @description On the others’ clocks, where they are not mine */
        there: string[];
        /** @description What speaks for or against it */
        words: string;
        /** @description Nothing speaks against it */
        good: boolean;
        /** @description It can be offered: it is to come, and I have nothing then */
        free: boolean;
      }[];
    };
    Calendar: {
      id: string;
      /** @enum {string} */
      kind: 'file' | 'caldav';
      name: string;
      place: string;
      user: string;
      takesNew: boolean;
      /** @description Events of it in mine */
      events: number;
      /**
       * Format: date-time
       * @description When something was last taken or put; null: never yet
       */
      agreedAt: string | null;
      /** @description Why it is not the same by now */
      trouble: string | null;
      /** Format: date-time */
      createdAt: string;
    };
    Calendars: {
      calendars: components['schemas']['Calendar'][];
      /** @description The calendar server that ships with the sandbox; null where there is none */
      toTry: {
        place: string;
        user: string;
        password: string;
      } | null;
    };
    FoundCalendars: {
      found: {
        url: string;
        name: string;
      }[];
    };
    Synced: {
      calendar: components['schemas']['Calendar'];
      /** @description Taken from there */
      pulled: number;
      /** @description Put there */
      pushed: number;
      /** @description Taken out on one side */
      dropped: number;
    };
    Backup: {
      /** @description Its name in the folder of backups */
      id: string;
      /**
       * Format: date-time
       * @description In real time
       */
      madeAt: string;
      /** @description Size */
      bytes: number;
    };
    Backups: {
      /** @description The newest first */
      backups: components['schemas']['Backup'][];
      /** @description Why none could be made the last time; null where one could */
      trouble: {
        words: string;
        /**
         * Format: date-time
         * @description In real time
         */
        since: string;
      } | null;
      /** @description Bytes of the database: about what the next one takes */
      database: number;
    };
    Account: {
      /** @description Empty for the one the environment names, which is changed there */
      id: string;
      name: string;
      address: string;
      smtp: {
        host: string;
        port: number;
        /** @enum {string} */
        security: 'tls' | 'starttls' | 'none';
        user: string;
      } | null;
      perMinute: number | null;
      mailbox: {
        host: string;
        port: number;
        /** @enum {string} */
        security: 'tls' | 'starttls' | 'none';
        user: string;
        folders: {
          snooze: string | null;
          archive: string | null;
          sent: string | null;
          drafts: string | null;
          more: string[];
        };
        /** @description It has been looked into */
        begun: boolean;
        /** @description Messages that have not been taken in */
        rest: number;
        /** @description The rest is not to be taken in */
        stopped: boolean;
        /** @description Why it cannot be looked into now */
        trouble: string | null;
        /** Format: date-time */
        since: string | null;
      } | null;
      /** @description Identities that name no account leave through it */
      usual: boolean;
      /** @description Why nothing leaves through it now */
      trouble: string | null;
      /** @description Departures that are to leave through it */
      pending: number;
    };
    MailboxFolders: {
      folders: {
        path: string;
        /** @description What it is for (RFC 6154) */
        use: string | null;
      }[];
    };
    Accounts: {
      accounts: components['schemas']['Account'][];
      /** @description One that ships with the demo; null where there is none, or it has been added */
      toTry: {
        address: string;
        password: string;
        smtp: {
          host: string;
          port: number;
        };
        imap: {
          host: string;
          port: number;
        };
      } | null;
    };
    /** @description The servers of an address, as its domain says them (RFC 6186) */
    FoundServers: {
      smtp: {
        host: string;
        port: number;
        /** @enum {string} */
        security: 'tls' | 'starttls' | 'none';
      } | null;
      imap: {
        host: string;
        port: number;
        /** @enum {string} */
        security: 'tls' | 'starttls' | 'none';
      } | null;
      /** @description What is to be known about it */
      words: string;
    };
    Key: {
      /** @description Its fingerprint: hexadecimal, upper case */
      id: string;
      /** @description The same in groups, as people compare them */
      words: string;
      /** @description Whom it is for */
      people: {
        name: string;
        address: string;
        group?: string;
      }[];
      /** Format: date-time */
      createdAt: string;
      /**
       * Format: date-time
       * @description null: never
       */
      expiresAt: string | null;
      algorithm: string;
      canSign: boolean;
      canEncrypt: boolean;
      /**
       * @description Where it came from; of a header it is only a hint
       * @enum {string}
       */
      source: 'made' | 'file' | 'card' | 'mail' | 'header';
      /** @description Mail to them is encrypted to it, and what it has signed is by them */
      used: boolean;
      mine: boolean;
      /** @description It is mine, and its passphrase has been typed */
      open: boolean;
      /** @description Why it cannot be used now */
      unusable: string | null;
      /**
       * Format: date-time
       * @description When it was taken in
       */
      at: string;
    };
    /** @description Mine first */
    Keys: {
      keys: components['schemas']['Key'][];
    };
    ReaderKeys: {
      /** @description The one to sign with */
      own: components['schemas']['Key'] | null;
      readers: {
        address: string;
        key: components['schemas']['Key'] | null;
      }[];
    };
    readHealth: {
      answer: components['schemas']['Health'];
    };
    readSpace: {
      answer: components['schemas']['Space'];
    };
    retryMailServer: {
      body?: {
        /** @description Of this account alone */
        account?: string;
      };
      answer: components['schemas']['Health'];
    };
    sendTestMessage: {
      answer: components['schemas']['Departure'];
    };
    moveClock: {
      body: {
        /** @description ISO 8601 duration */
        advance?: string;
        /**
         * Format: date-time
         * @description ISO 8601 instant
         */
        set?: string;
        /** @description Clock seconds per real second */
        rate?: number;
      };
      answer: components['schemas']['Clock'];
    };
    readClock: {
      answer: components['schemas']['Clock'];
    };
    changeSettings: {
      body: {
        identities?: components['schemas']['Identity'][];
        /** @description Of the main identity */
        signature?: string;
        /** @description A new message is signed */
        usualSign?: boolean;
        /**
         * @description A new message is encrypted like this
         * @enum {string}
         */
        usualEncrypt?: 'no' | 'if-all' | 'yes';
        /** @description The header of what is encrypted does not tell the subject */
        sealSubjects?: boolean;
        /** @description My key goes along in the header of what I send (Autocrypt) */
        tellMyKey?: boolean;
        /** @description Minutes after which my keys are locked where nobody has used them */
        keysOpenMinutes?: number;
        /** @description Its messages leave through it; null: the usual one */
        account?: string | null;
        sentFolders?: string[];
        /** @description Spelled right */
        ownWords?: string[];
        /**
         * @description How a new message begins
         * @enum {string}
         */
        writeAs?: 'rich' | 'plain';
        me?: {
          name: string;
          address: string;
        };
        /** @description IANA time zone */
        zone?: string;
        /** @description 0 for off, or 10 to 7200 */
        holdSeconds?: number;
        /** @enum {number} */
        hourCycle?: 24 | 12;
        /** @description In which phrases are read, beside English and those the browser asks for */
        languages?: ('en' | 'pt' | 'de' | 'fr' | 'es')[];
        /** @enum {string} */
        theme?: 'light' | 'dark';
        week?: components['schemas']['WorkingWeek'] | null;
        leave?: {
          from: string;
          to: string;
          /** @default  */
          note: string;
        }[];
        /** @description ISO 3166-1 alpha-2 */
        country?: string | null;
        /** @description Its own code within the country */
        region?: string | null;
        quietHours?: components['schemas']['QuietHours'];
        /** @description The first that fits decides */
        holdRules?: components['schemas']['HoldRule'][];
        /** @description Checks that are not made */
        checksOff?: (
          | 'placeholder'
          | 'subject'
          | 'body'
          | 'salutation'
          | 'copied'
          | 'address'
          | 'visible'
          | 'weekday'
          | 'past-date'
          | 'capitals'
          | 'unfinished'
          | 'aging'
          | 'zoneless'
          | 'attachment'
          | 'large'
          | 'reply-all'
          | 'link'
          | 'foreign-link'
          | 'spelling'
        )[];
        /** @description What checks find in any message and is meant so */
        meantSo?: {
          /** @enum {string} */
          check:
            | 'placeholder'
            | 'subject'
            | 'body'
            | 'salutation'
            | 'copied'
            | 'address'
            | 'visible'
            | 'weekday'
            | 'past-date'
            | 'capitals'
            | 'unfinished'
            | 'aging'
            | 'zoneless'
            | 'attachment'
            | 'large'
            | 'reply-all'
            | 'link'
            | 'foreign-link'
            | 'spelling';
          /** @description Lower case */
          words: string;
        }[];
        /** @description Addresses whose pictures from elsewhere are fetched */
        picturesFrom?: string[];
        /** @description Single keys act outside fields; else only with Alt Shift */
        singleKeys?: boolean;
        /** @description Commands, by their usual keys, that have another one */
        keys?: {
          [key: string]: string;
        };
        /** @description What a pull on a row of the inbox uncovers */
        rowActions?: ('snooze' | 'archive' | 'to-do' | 'seen')[];
        /** @description What a chaser says where nothing else was written */
        chaserText?: string;
        /** @description Folders that files may be linked from; where OAK_FILES is set, that says it */
        fileFolders?: string[];
        /** @description Days the exact bytes of what has left are kept; null: for good */
        keepCopiesDays?: number | null;
        /** @description Days what was deleted can be brought back; null: for good */
        keepDeletedDays?: number | null;
        /** @description Days the exact bytes of what has come are kept; null: for good */
        keepSourcesDays?: number | null;
        /** @description Days what happened to a message is kept; null: for good */
        keepJournalDays?: number | null;
        /** @description Of so many days the last backup is kept; 0: none are made by themselves */
        keepBackups?: number;
      };
      answer: components['schemas']['Settings'];
    };
    readSettings: {
      answer: components['schemas']['Settings'];
    };
    endOtherSessions: Record<string, never>;
    endSession: Record<string, never>;
    listSessions: {
      answer: components['schemas']['Sessions'];
    };
    signIn: Record<string, never>;
    signOut: Record<string, never>;
    listZones: {
      answer: components['schemas']['Zones'];
    };
    drawStrips: {
      body: {
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
        /** Format: date-time */
        from: string;
        /** Format: date-time */
        until: string;
      };
      answer: components['schemas']['Strips'];
    };
    findBest: {
      body: {
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
      };
      answer: components['schemas']['Best'];
    };
    previewPlan: {
      body: {
        /** @description How the message is to leave */
        plan: components['schemas']['Plan'];
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
        /** @description IANA time zone */
        senderZone?: string;
        /**
         * @description Individual: one message per recipient, others hidden
         * @enum {string}
         */
        copies?: 'together' | 'individual';
        /**
         * @description What stops it: a message from a recipient in its thread, any from them, nothing
         * @enum {string}
         */
        ifTheyWriteFirst?: 'thread' | 'any' | 'off';
        /** @description How late it may still leave where nothing was running at its moment */
        ifOff?: components['schemas']['Lateness'];
        /** @description The message it is about */
        message?: string;
        /** @description Quiet hours are set aside */
        inSpiteOfQuiet?: boolean;
        /** @description How many departures to give at most, of what repeats occurrences; the sentence and the warnings are of all */
        limit?: number;
        /**
         * @description Of what repeats: those from now on, or from its start
         * @enum {string}
         */
        from?: 'now' | 'start';
      };
      answer: components['schemas']['Preview'];
    };
    readPhrase: {
      body: {
        text: string;
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
      };
      answer: components['schemas']['Phrase'];
    };
    suggestMoments: {
      body: {
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
      };
      answer: components['schemas']['Suggestions'];
    };
    createDraft: {
      body: {
        /** @description The id of one of my identities; null: the main one */
        identity?: string | null;
        /**
         * @description RFC 4021 Importance
         * @enum {string}
         */
        importance?: 'high' | 'normal' | 'low';
        /**
         * @description RFC 4021 Sensitivity
         * @enum {string}
         */
        sensitivity?: 'none' | 'personal' | 'private' | 'company-confidential';
        /** @description Mail servers are asked to report delivery (RFC 3461) */
        deliveryReceipt?: boolean;
        /** @description The reader is asked to say that it was seen (RFC 8098) */
        readReceipt?: boolean;
        /** @description It is signed with OpenPGP (RFC 3156) */
        sign?: boolean;
        /**
         * @description It is encrypted: not, if everyone it goes to has a key, or always, so that it does not leave else
         * @enum {string}
         */
        encrypt?: 'no' | 'if-all' | 'yes';
        /** @description An answer is waited for as is usual for its readers, where it has no watch */
        usualWatch?: boolean;
        /** @description The folder that keeps the sent copy; null: none */
        keptIn?: string | null;
        /** @description What its checks found and is meant so */
        setAside?: {
          /** @enum {string} */
          check:
            | 'placeholder'
            | 'subject'
            | 'body'
            | 'salutation'
            | 'copied'
            | 'address'
            | 'visible'
            | 'weekday'
            | 'past-date'
            | 'capitals'
            | 'unfinished'
            | 'aging'
            | 'zoneless'
            | 'attachment'
            | 'large'
            | 'reply-all'
            | 'link'
            | 'foreign-link'
            | 'spelling';
          /** @description Lower case */
          words: string;
        }[];
        /** @description Values of its own fields: by name, then by the reader’s address; under nothing for all */
        fields?: {
          [key: string]: {
            [key: string]: string;
          };
        };
        to?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        cc?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        bcc?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        replyTo?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        subject?: string;
        text?: string;
        html?: string | null;
        /** @description How it is to leave; null: now. It commits to nothing */
        plan?: components['schemas']['Plan'] | null;
        choices?: {
          /**
           * @description Individual: one message per recipient, others hidden
           * @enum {string}
           */
          copies: 'together' | 'individual';
          /**
           * @description What stops it: a message from a recipient in its thread, any from them, nothing
           * @enum {string}
           */
          ifTheyWriteFirst: 'thread' | 'any' | 'off';
          /** @description How late it may still leave where nothing was running at its moment */
          ifOff: components['schemas']['Lateness'];
        };
        /** @description The id of the message this one answers */
        answers?: string;
        /** @description The id of a message it passes on, with what is attached to it */
        forwards?: string;
      };
      answer: components['schemas']['Message'];
    };
    deleteMessage: Record<string, never>;
    editMessage: {
      body: {
        /** @description The id of one of my identities; null: the main one */
        identity?: string | null;
        /**
         * @description RFC 4021 Importance
         * @enum {string}
         */
        importance?: 'high' | 'normal' | 'low';
        /**
         * @description RFC 4021 Sensitivity
         * @enum {string}
         */
        sensitivity?: 'none' | 'personal' | 'private' | 'company-confidential';
        /** @description Mail servers are asked to report delivery (RFC 3461) */
        deliveryReceipt?: boolean;
        /** @description The reader is asked to say that it was seen (RFC 8098) */
        readReceipt?: boolean;
        /** @description It is signed with OpenPGP (RFC 3156) */
        sign?: boolean;
        /**
         * @description It is encrypted: not, if everyone it goes to has a key, or always, so that it does not leave else
         * @enum {string}
         */
        encrypt?: 'no' | 'if-all' | 'yes';
        /** @description An answer is waited for as is usual for its readers, where it has no watch */
        usualWatch?: boolean;
        /** @description The folder that keeps the sent copy; null: none */
        keptIn?: string | null;
        /** @description What its checks found and is meant so */
        setAside?: {
          /** @enum {string} */
          check:
            | 'placeholder'
            | 'subject'
            | 'body'
            | 'salutation'
            | 'copied'
            | 'address'
            | 'visible'
            | 'weekday'
            | 'past-date'
            | 'capitals'
            | 'unfinished'
            | 'aging'
            | 'zoneless'
            | 'attachment'
            | 'large'
            | 'reply-all'
            | 'link'
            | 'foreign-link'
            | 'spelling';
          /** @description Lower case */
          words: string;
        }[];
        /** @description Values of its own fields: by name, then by the reader’s address; under nothing for all */
        fields?: {
          [key: string]: {
            [key: string]: string;
          };
        };
        to?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        cc?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        bcc?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        replyTo?: (
          | string
          | {
              address: string;
              name?: string;
            }
          | {
              /** @description The id of a group */
              group: string;
            }
        )[];
        subject?: string;
        text?: string;
        html?: string | null;
        /** @description How it is to leave; null: now. It commits to nothing */
        plan?: components['schemas']['Plan'] | null;
        choices?: {
          /**
           * @description Individual: one message per recipient, others hidden
           * @enum {string}
           */
          copies: 'together' | 'individual';
          /**
           * @description What stops it: a message from a recipient in its thread, any from them, nothing
           * @enum {string}
           */
          ifTheyWriteFirst: 'thread' | 'any' | 'off';
          /** @description How late it may still leave where nothing was running at its moment */
          ifOff: components['schemas']['Lateness'];
        };
      };
      answer: components['schemas']['Message'];
    };
    exportMessages: {
      query: {
        /** @description Comma-separated; without it everything is given out */
        ids?: string;
      };
    };
    leaveList: {
      answer: components['schemas']['Message'];
    };
    listDrafts: {
      query: {
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['MessagePage'];
    };
    openSealed: {
      answer: components['schemas']['Message'];
    };
    placeMessages: {
      body: {
        ids: string[];
        /**
         * @description archive, seen: their whole threads; inbox, new: exactly these messages
         * @enum {string}
         */
        action: 'archive' | 'inbox' | 'seen' | 'new';
        /** @description Messages of the threads that are known: what came after them and nobody has seen stays */
        known?: string[];
      };
      answer: components['schemas']['Moved'];
    };
    readHtml: {
      query: {
        /**
         * @description true: pictures from elsewhere may be fetched
         * @default false
         */
        pictures: boolean;
      };
    };
    readMessage: {
      answer: components['schemas']['Message'];
    };
    readOpened: {
      answer: components['schemas']['Opened'];
    };
    readOpenedFile: Record<string, never>;
    readOpenedHtml: {
      query: {
        /**
         * @description true: pictures from elsewhere may be fetched
         * @default false
         */
        pictures: boolean;
      };
    };
    readSource: {
      query: {
        /**
         * @description true: as a file (message/rfc822)
         * @default false
         */
        save: boolean;
      };
    };
    restoreMessage: {
      answer: components['schemas']['Message'];
    };
    scheduleMessage: {
      body: {
        /** @description How the message is to leave */
        plan: components['schemas']['Plan'];
        /**
         * @description Individual: one message per recipient, others hidden
         * @enum {string}
         */
        copies?: 'together' | 'individual';
        /**
         * @description What stops it: a message from a recipient in its thread, any from them, nothing
         * @enum {string}
         */
        ifTheyWriteFirst?: 'thread' | 'any' | 'off';
        /** @description How late it may still leave where nothing was running at its moment */
        ifOff?: components['schemas']['Lateness'];
        /** @description Why quiet hours are set aside this once */
        inSpiteOfQuiet?: string;
      };
      answer: components['schemas']['Scheduled'];
    };
    sendQueued: {
      body: {
        /** @description Given by whoever asks: told again under the same key, it is done once */
        key: string;
        /** @description Of a draft that is there already */
        id?: string;
        /** @description Of that draft, as it was seen */
        revision?: number;
        message: {
          /** @description The id of one of my identities; null: the main one */
          identity?: string | null;
          /**
           * @description RFC 4021 Importance
           * @enum {string}
           */
          importance?: 'high' | 'normal' | 'low';
          /**
           * @description RFC 4021 Sensitivity
           * @enum {string}
           */
          sensitivity?: 'none' | 'personal' | 'private' | 'company-confidential';
          /** @description Mail servers are asked to report delivery (RFC 3461) */
          deliveryReceipt?: boolean;
          /** @description The reader is asked to say that it was seen (RFC 8098) */
          readReceipt?: boolean;
          /** @description It is signed with OpenPGP (RFC 3156) */
          sign?: boolean;
          /**
           * @description It is encrypted: not, if everyone it goes to has a key, or always, so that it does not leave else
           * @enum {string}
           */
          encrypt?: 'no' | 'if-all' | 'yes';
          /** @description An answer is waited for as is usual for its readers, where it has no watch */
          usualWatch?: boolean;
          /** @description The folder that keeps the sent copy; null: none */
          keptIn?: string | null;
          /** @description What its checks found and is meant so */
          setAside?: {
            /** @enum {string} */
            check:
              | 'placeholder'
              | 'subject'
              | 'body'
              | 'salutation'
              | 'copied'
              | 'address'
              | 'visible'
              | 'weekday'
              | 'past-date'
              | 'capitals'
              | 'unfinished'
              | 'aging'
              | 'zoneless'
              | 'attachment'
              | 'large'
              | 'reply-all'
              | 'link'
              | 'foreign-link'
              | 'spelling';
            /** @description Lower case */
            words: string;
          }[];
          /** @description Values of its own fields: by name, then by the reader’s address; under nothing for all */
          fields?: {
            [key: string]: {
              [key: string]: string;
            };
          };
          to?: (
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              }
          )[];
          cc?: (
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              }
          )[];
          bcc?: (
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              }
          )[];
          replyTo?: (
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              }
          )[];
          subject?: string;
          text?: string;
          html?: string | null;
          /** @description How it is to leave; null: now. It commits to nothing */
          plan?: components['schemas']['Plan'] | null;
          choices?: {
            /**
             * @description Individual: one message per recipient, others hidden
             * @enum {string}
             */
            copies: 'together' | 'individual';
            /**
             * @description What stops it: a message from a recipient in its thread, any from them, nothing
             * @enum {string}
             */
            ifTheyWriteFirst: 'thread' | 'any' | 'off';
            /** @description How late it may still leave where nothing was running at its moment */
            ifOff: components['schemas']['Lateness'];
          };
          /** @description The id of the message this one answers */
          answers?: string;
          /** @description The id of a message it passes on, with what is attached to it */
          forwards?: string;
        };
        schedule: {
          /** @description How the message is to leave */
          plan: components['schemas']['Plan'];
          /**
           * @description Individual: one message per recipient, others hidden
           * @enum {string}
           */
          copies?: 'together' | 'individual';
          /**
           * @description What stops it: a message from a recipient in its thread, any from them, nothing
           * @enum {string}
           */
          ifTheyWriteFirst?: 'thread' | 'any' | 'off';
          /** @description How late it may still leave where nothing was running at its moment */
          ifOff?: components['schemas']['Lateness'];
          /** @description Why quiet hours are set aside this once */
          inSpiteOfQuiet?: string;
        };
      };
      answer: components['schemas']['Scheduled'];
    };
    undo: Record<string, never>;
    announceAttachment: {
      body: {
        name: string;
        /**
         * @description Media type
         * @default
         */
        type: string;
        /** @description Bytes */
        size: number;
        /** @description A picture that stands in the text */
        inline?: boolean;
      };
      answer: components['schemas']['Attachment'];
    };
    deleteAttachment: Record<string, never>;
    putAttachment: {
      answer: components['schemas']['Attachment'];
    };
    readAttachment: Record<string, never>;
    restoreAttachment: {
      answer: components['schemas']['Attachment'];
    };
    addLink: {
      body: {
        /** @description A file, a folder, or a folder and a pattern of names: `/srv/lists/stock-*.csv` */
        path: string;
        /**
         * @description All that is named, or the newest file alone
         * @enum {string}
         */
        which?: 'all' | 'newest';
        /**
         * @description What happens where nothing is there: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifMissing?: 'ask' | 'skip' | 'without';
        /**
         * @description What happens where it is empty: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifEmpty?: 'ask' | 'skip' | 'without';
        /**
         * @description What happens where the same went last: it waits and asks, does not leave, or leaves without
         * @enum {string|null}
         */
        ifUnchanged?: 'ask' | 'skip' | 'without' | null;
        /**
         * @description What happens where it is being written: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifBusy?: 'ask' | 'skip' | 'without';
        /** @description Bytes */
        largerThan?: number | null;
        /**
         * @description What happens where it is larger than that, or than mail takes: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifLarger?: 'ask' | 'skip' | 'without';
        /** @description Stands in the text where it leaves without the file */
        line?: string;
        /**
         * @description What happens to the file once everybody’s server has taken the message
         * @enum {string}
         */
        after?: 'keep' | 'move' | 'delete';
        /** @description The folder it is moved to */
        moveTo?: string | null;
        /** @description Size and time have to stand still for so long */
        settleSeconds?: number;
      };
      answer: components['schemas']['Link'];
    };
    deleteLink: Record<string, never>;
    editLink: {
      body: {
        /** @description A file, a folder, or a folder and a pattern of names: `/srv/lists/stock-*.csv` */
        path?: string;
        /**
         * @description All that is named, or the newest file alone
         * @enum {string}
         */
        which?: 'all' | 'newest';
        /**
         * @description What happens where nothing is there: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifMissing?: 'ask' | 'skip' | 'without';
        /**
         * @description What happens where it is empty: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifEmpty?: 'ask' | 'skip' | 'without';
        /**
         * @description What happens where the same went last: it waits and asks, does not leave, or leaves without
         * @enum {string|null}
         */
        ifUnchanged?: 'ask' | 'skip' | 'without' | null;
        /**
         * @description What happens where it is being written: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifBusy?: 'ask' | 'skip' | 'without';
        /** @description Bytes */
        largerThan?: number | null;
        /**
         * @description What happens where it is larger than that, or than mail takes: it waits and asks, does not leave, or leaves without
         * @enum {string}
         */
        ifLarger?: 'ask' | 'skip' | 'without';
        /** @description Stands in the text where it leaves without the file */
        line?: string;
        /**
         * @description What happens to the file once everybody’s server has taken the message
         * @enum {string}
         */
        after?: 'keep' | 'move' | 'delete';
        /** @description The folder it is moved to */
        moveTo?: string | null;
        /** @description Size and time have to stand still for so long */
        settleSeconds?: number;
      };
      answer: components['schemas']['Link'];
    };
    listFiles: {
      query: {
        /** @description A folder; without it those that files may be linked from */
        under?: string;
        /** @description What names contain, or a pattern of them */
        q?: string;
        /** @default 0 */
        offset: number;
      };
      answer: components['schemas']['Files'];
    };
    listLinks: {
      query: {
        /** @description Those of one message; without it all */
        message?: string;
      };
      answer: components['schemas']['Links'];
    };
    restoreLink: {
      answer: components['schemas']['Link'];
    };
    restoreRead: Record<string, never>;
    checkLinks: {
      body: {
        /** @description The message they stand in */
        message?: string;
        urls: string[];
        recipients: string[];
      };
      answer: components['schemas']['LinkCompany'];
    };
    checkSpelling: {
      body: {
        words: {
          word: string;
          /** @enum {string} */
          language: 'en' | 'pt' | 'de' | 'fr' | 'es';
        }[];
      };
      answer: components['schemas']['Spelling'];
    };
    approveDeparture: {
      answer: components['schemas']['Departure'];
    };
    changeDepartures: {
      body: {
        ids: string[];
        /** @enum {string} */
        action: 'shift' | 'next-working-morning' | 'restore' | 'pause' | 'resume' | 'take-back' | 'release';
        days?: number;
        minutes?: number;
        snapshots?: {
          [key: string]: components['schemas']['Snapshot'];
        };
      };
      answer: components['schemas']['Bulk'];
    };
    closeEditing: {
      query: {
        /** @description The lease to give back; without it the one there is */
        token?: string;
        /**
         * @description leave: an unchanged one goes on, a changed one stays paused; go-on and pause decide
         * @default leave
         * @enum {string}
         */
        then: 'leave' | 'go-on' | 'pause';
      };
      answer: components['schemas']['Departure'];
    };
    listDepartures: {
      query: {
        /** @description Comma-separated: pending, draft, held, scheduled, paused, releasing, sent, failed, unconfirmed, ended */
        state?: string;
        /** Format: date-time */
        from?: string;
        /** Format: date-time */
        until?: string;
        /**
         * @default soonest
         * @enum {string}
         */
        order: 'soonest' | 'latest';
        /** @description The folder that keeps the copy; empty: none is kept */
        folder?: string;
        /**
         * @description apart: without the rows of batches, but for those that need somebody
         * @enum {string}
         */
        batches?: 'apart';
        /** @description true: only what has left and nobody has answered */
        unanswered?: boolean;
        /** @description Words of the subject, or a name or address of a recipient */
        q?: string;
        cursor?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['DeparturePage'];
    };
    moveDeparture: {
      body: {
        /** @description How the message is to leave */
        plan?: components['schemas']['Plan'];
        /**
         * @description Of several copies of one message
         * @enum {string}
         */
        copies?: 'this' | 'all';
        /** @description One that stands still is set going with its new moment */
        goOn?: boolean;
        /**
         * @description What stops it: a message from a recipient in its thread, any from them, nothing
         * @enum {string}
         */
        ifTheyWriteFirst?: 'thread' | 'any' | 'off';
        /** @description How late it may still leave where nothing was running at its moment */
        ifOff?: components['schemas']['Lateness'];
      };
      answer: components['schemas']['Departure'];
    };
    openForEditing: {
      body?: {
        /** @description From the answer to the first call */
        token?: string;
      };
      answer: components['schemas']['Edit'];
    };
    pauseDeparture: {
      answer: components['schemas']['Departure'];
    };
    readDeparture: {
      answer: components['schemas']['Departure'];
    };
    releaseDeparture: {
      answer: components['schemas']['Departure'];
    };
    restoreDeparture: {
      body: {
        /** @description What a departure was; given back to `restore`, it is that again */
        snapshot: components['schemas']['Snapshot'];
      };
      answer: components['schemas']['Departure'];
    };
    resumeDeparture: {
      answer: components['schemas']['Departure'];
    };
    retryDeparture: {
      answer: components['schemas']['Departure'];
    };
    settleDeparture: {
      body: {
        /** @description true: it arrived; false: it did not, send it again */
        arrived: boolean;
      };
      answer: components['schemas']['Departure'];
    };
    takeBackDeparture: {
      body?: {
        /**
         * @description Of several copies of one message
         * @enum {string}
         */
        copies?: 'this' | 'all';
      };
      answer: components['schemas']['Departure'];
    };
    changeOccurrence: {
      body: {
        /** @description true: it is left out; false: it is taken in again */
        skip?: boolean;
        /** @description Another moment for this one alone */
        plan?: components['schemas']['Plan'];
        subject?: string;
        text?: string;
        html?: string | null;
        /**
         * @description It has been looked at
         * @enum {boolean}
         */
        approved?: true;
      };
      answer: components['schemas']['Series'];
    };
    changeSeries: {
      body: {
        name?: string;
        plan?: {
          /** @enum {string} */
          kind: 'series';
          /** @description Wall-clock time without offset */
          start: string;
          /** @description IANA time zone of the clock it is on; `each`: a copy for each reader, on their own */
          zone: string;
          /** @description RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone */
          rrule?: string;
          /** @description Also then */
          rdate?: string[];
          /** @description Not then */
          exdate?: string[];
          /**
           * @description What happens to an occurrence on a day off
           * @enum {string}
           */
          shift?: 'none' | 'skip' | 'next-working-day' | 'previous-working-day';
          /**
           * @description Whose days off; mine if not said
           * @enum {string}
           */
          calendar?: 'sender' | 'reader';
          /** @description It leaves before or after each time of an event, whose times stand in the place of those above, whatever is given; its event and its offset are what counts */
          around?: {
            /** @description The id of an event that recurs */
            event: string;
            /** @description A signed length of time (RFC 5545 §3.3.6), or counted in parts */
            offset:
              | string
              | {
                  /** @description Negative before it */
                  count: number;
                  /** @enum {string} */
                  unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
                  /**
                   * @description null: the time of the occasion
                   * @default null
                   */
                  time: string | null;
                  /**
                   * @description On whose clock that is: where the occasion is, the reader’s, or mine
                   * @default there
                   * @enum {string}
                   */
                  clock: 'there' | 'theirs' | 'mine';
                };
            /** @enum {string} */
            edge?: 'start' | 'end';
            /** @default  */
            summary: string;
            /** @default 0 */
            lengthMs: number;
            exdate?: string[];
            moved?: {
              [key: string]: string;
            };
            /** @enum {boolean} */
            stopped?: true;
          };
        };
        choices?: {
          /**
           * @description Individual: one message per recipient, others hidden
           * @enum {string}
           */
          copies?: 'together' | 'individual';
          /**
           * @description What stops it: a message from a recipient in its thread, any from them, nothing
           * @enum {string}
           */
          ifTheyWriteFirst?: 'thread' | 'any' | 'off';
          /** @description How late it may still leave where nothing was running at its moment */
          ifOff?: components['schemas']['Lateness'];
        };
        review?: {
          /** @description So long before it is due it waits for a look */
          minutes: number;
          /**
           * @description What becomes of one that nobody has approved by then
           * @enum {string}
           */
          otherwise: 'wait' | 'skip' | 'go';
        } | null;
        /** @description Own fields, lower case, each with a value per occurrence (`2026-12-03T09:10:00`); under an empty one what is usual */
        fields?: {
          [key: string]: {
            [key: string]: string;
          };
        };
        /** @description This occurrence and all that follow, which become a series of their own; without it all */
        from?: string;
      };
      answer: components['schemas']['Series'];
    };
    deleteSeries: Record<string, never>;
    endSeries: {
      answer: components['schemas']['Series'];
    };
    exportDepartures: {
      query: {
        /** @default 30 */
        days: number;
      };
    };
    exportSeries: {
      query: {
        /** @description One series; without it all that have not ended */
        id?: string;
      };
    };
    importSeries: {
      body: {
        text: string;
      };
      answer: components['schemas']['SeriesImport'];
    };
    listSeries: {
      answer: components['schemas']['SeriesList'];
    };
    makeFeed: {
      answer: components['schemas']['Feed'];
    };
    pauseSeries: {
      answer: components['schemas']['Series'];
    };
    readFeed: {
      answer: components['schemas']['Feed'];
    };
    readSeries: {
      answer: components['schemas']['Series'];
    };
    resumeSeries: {
      answer: components['schemas']['Series'];
    };
    skipSeries: {
      /** @description The days on which none leaves, both among them; without them the next one is left out */
      body?: {
        from?: string;
        until?: string;
      };
      answer: components['schemas']['Series'];
    };
    takeBackFeed: Record<string, never>;
    takeBackSeries: Record<string, never>;
    testSeries: {
      answer: components['schemas']['Departures'];
    };
    listArchive: {
      query: {
        cursor?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['ThreadPage'];
    };
    listInbox: {
      query: {
        /**
         * @description By what an answer would do now, or the newest first
         * @default answer
         * @enum {string}
         */
        order: 'answer' | 'time';
        cursor?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['ThreadPage'];
    };
    listSnoozed: {
      query: {
        cursor?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['MessagePage'];
    };
    search: {
      query: {
        /** @description Words, and keys such as from: and state:snoozed */
        q: string;
        cursor?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['Search'];
    };
    suggestSearch: {
      query: {
        q: string;
      };
      answer: components['schemas']['SearchSuggestions'];
    };
    changeSnooze: {
      body: {
        /** @description To myself, for when it is back */
        note?: string;
        early?: boolean;
      };
      answer: components['schemas']['Message'];
    };
    endSnooze: {
      query: {
        /**
         * @description true: where it was before, not into the inbox
         * @default false
         */
        undo: boolean;
      };
      answer: components['schemas']['Message'];
    };
    readSnoozePhrase: {
      body: {
        text: string;
      };
      answer: components['schemas']['Phrase'];
    };
    snooze: {
      body: {
        /** @description An instant, a wall-clock time in a zone, or a day, which means my start of day then */
        until?:
          | string
          | {
              /** @description Wall-clock time without offset */
              local: string;
              /** @description IANA time zone */
              zone: string;
            };
        /** @description The words of one of the suggestions */
        suggestion?: string;
        /** @description “tomorrow 9:10”, on my clock unless it says theirs */
        phrase?: string;
        /** @description To myself, for when it is back */
        note?: string;
        /**
         * @description false: this message alone
         * @default true
         */
        wholeThread: boolean;
        /**
         * @description A new answer brings it back before
         * @default true
         */
        early: boolean;
        /** @description Messages of its thread that are known: what came after them and nobody has seen stays */
        known?: string[];
        /** @description A recurrence rule (RFC 5545): it comes again and again until that is ended */
        repeat?: string | null;
      };
      answer: components['schemas']['Message'];
    };
    suggestReturns: {
      answer: components['schemas']['ReturnSuggestions'];
    };
    addWatch: {
      body: {
        message: string;
        /** @description Until when; what is relative counts from when the message is released */
        deadline: components['schemas']['Deadline'];
        /**
         * @description Whose answer ends it; read: a receipt that says it was seen, or an answer; visit: a link in it, which then leads through here, or an answer; me: it comes back in any case
         * @enum {string}
         */
        settledBy?: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
        /** @description To myself, for when it is back */
        note?: string;
        /** @description What follows where nobody answers, before it comes back; null: nothing */
        chasers?: {
          /**
           * @description Empty: the usual words, of the settings
           * @default
           */
          text: string;
          /**
           * @description leave: by itself, at a good moment of theirs; review: it stands still until somebody has looked
           * @default review
           * @enum {string}
           */
          then: 'review' | 'leave';
          /**
           * @description How many at most; each is given longer than the one before
           * @default 1
           */
          times: number;
        } | null;
      };
      answer: components['schemas']['Watch'];
    };
    changeWatch: {
      body: {
        /** @description Until when; what is relative counts from when the message is released */
        deadline?: components['schemas']['Deadline'];
        /**
         * @description Whose answer ends it; read: a receipt that says it was seen, or an answer; visit: a link in it, which then leads through here, or an answer; me: it comes back in any case
         * @enum {string}
         */
        settledBy?: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
        /** @description To myself, for when it is back */
        note?: string;
        /** @description What follows where nobody answers, before it comes back; null: nothing */
        chasers?: {
          /**
           * @description Empty: the usual words, of the settings
           * @default
           */
          text: string;
          /**
           * @description leave: by itself, at a good moment of theirs; review: it stands still until somebody has looked
           * @default review
           * @enum {string}
           */
          then: 'review' | 'leave';
          /**
           * @description How many at most; each is given longer than the one before
           * @default 1
           */
          times: number;
        } | null;
      };
      answer: components['schemas']['Watch'];
    };
    chaseWatch: {
      body: {
        /**
         * @description Empty: the usual words, of the settings
         * @default
         */
        text: string;
      };
      answer: components['schemas']['Message'];
    };
    endWatch: Record<string, never>;
    listUsualWatches: {
      answer: components['schemas']['UsualWatches'];
    };
    listWatches: {
      query: {
        /**
         * @default waiting
         * @enum {string}
         */
        state: 'waiting' | 'closed';
        /** @description All there are in the thread of one message, whatever their state */
        message?: string;
        /**
         * @description true: without what was considered, and their habits
         * @default false
         */
        brief: boolean;
        /** @default 200 */
        limit: number;
      };
      answer: components['schemas']['Watches'];
    };
    overruleWatch: {
      body: {
        message: string;
        /** @description Remembered for its writer; null: the rules judge what they send from now on */
        counts: boolean | null;
      };
      answer: components['schemas']['Watch'];
    };
    readWatch: {
      answer: components['schemas']['Watch'];
    };
    setUsualWatch: {
      body: {
        whom:
          | {
              /** @enum {string} */
              for: 'correspondent' | 'group';
              id: string;
            }
          | {
              /** @enum {string} */
              for: 'everyone';
            };
        /** @description null: none is usual for them */
        watch: {
          deadline:
            | {
                hours: number;
              }
            | {
                days: number;
              }
            | {
                workingDays: number;
                /**
                 * @description Whose week, holidays and leave count
                 * @enum {string}
                 */
                of: 'reader' | 'me';
              };
          /**
           * @description Whose answer ends it; read: a receipt that says it was seen, or an answer; visit: a link in it, which then leads through here, or an answer; me: it comes back in any case
           * @default anyone
           * @enum {string}
           */
          settledBy: 'anyone' | 'this-person' | 'everyone' | 'read' | 'visit' | 'decision' | 'me';
          /**
           * @description What follows where nobody answers, before it comes back; null: nothing
           * @default null
           */
          chasers: {
            /**
             * @description Empty: the usual words, of the settings
             * @default
             */
            text: string;
            /**
             * @description leave: by itself, at a good moment of theirs; review: it stands still until somebody has looked
             * @default review
             * @enum {string}
             */
            then: 'review' | 'leave';
            /**
             * @description How many at most; each is given longer than the one before
             * @default 1
             */
            times: number;
          } | null;
        } | null;
      };
      answer: components['schemas']['UsualWatches'];
    };
    suggestDeadlines: {
      body: {
        /** @description One that is here */
        message?: string;
        /** @description Of one that is being written */
        recipients?: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
      };
      answer: components['schemas']['DeadlineSuggestions'];
    };
    addTodo: {
      body: {
        /** @description answer, decide, check, pass on, call, or own words */
        what?: string;
        note?: string;
        /** @description A day, or a time on it */
        start?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /** @description Follows where `start` is moved */
        due?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /**
         * Format: date-time
         * @description Follows where `due` is moved
         */
        remindAt?: string | null;
        sound?: boolean;
        message?: string | null;
      };
      answer: components['schemas']['Todo'];
    };
    changeTodo: {
      body: {
        /** @description answer, decide, check, pass on, call, or own words */
        what?: string;
        note?: string;
        /** @description A day, or a time on it */
        start?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /** @description Follows where `start` is moved */
        due?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /**
         * Format: date-time
         * @description Follows where `due` is moved
         */
        remindAt?: string | null;
        sound?: boolean;
      };
      answer: components['schemas']['TodoChanged'];
    };
    deleteTodo: Record<string, never>;
    dropTodo: Record<string, never>;
    exportTodos: Record<string, never>;
    importTodos: {
      body: {
        text: string;
      };
      answer: components['schemas']['TodoImport'];
    };
    listTodos: {
      query: {
        /**
         * @default open
         * @enum {string}
         */
        state: 'open' | 'closed' | 'all';
        /** @default 500 */
        limit: number;
      };
      answer: components['schemas']['Todos'];
    };
    putTodo: {
      body: {
        /** @description answer, decide, check, pass on, call, or own words */
        what?: string;
        note?: string;
        /** @description A day, or a time on it */
        start?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /** @description Follows where `start` is moved */
        due?: {
          date: string;
          time: string | null;
          /** @description IANA time zone */
          zone: string;
        } | null;
        /**
         * Format: date-time
         * @description Follows where `due` is moved
         */
        remindAt?: string | null;
        sound?: boolean;
      };
      answer: components['schemas']['TodoChanged'];
    };
    settleTodo: {
      body: {
        /** @enum {string} */
        state: 'open' | 'done' | 'dropped';
      };
      answer: components['schemas']['Todo'];
    };
    listReminders: {
      answer: components['schemas']['Reminders'];
    };
    noteTold: {
      body: {
        upTo: number;
      };
    };
    beginImport: {
      body: {
        name: string;
        /** @description Bytes */
        size: number;
        /** @enum {string} */
        format: 'mbox' | 'eml';
      };
      answer: components['schemas']['Import'];
    };
    listImports: {
      answer: components['schemas']['Imports'];
    };
    putImport: {
      query: {
        /**
         * @description Where its messages are put
         * @default archive
         * @enum {string}
         */
        place: 'archive' | 'inbox';
      };
      answer: components['schemas']['Import'];
    };
    readSetAside: Record<string, never>;
    addCorrespondent: {
      body: {
        name?: string;
        addresses?: string[];
        /** @description IANA time zone */
        zone?: string | null;
        place?: string | null;
        /** @description ISO 3166-1 alpha-2 */
        country?: string | null;
        /** @description Its own code within the country */
        region?: string | null;
        week?: components['schemas']['WorkingWeek'] | null;
        leave?: {
          from: string;
          to: string;
          /** @default  */
          note: string;
        }[];
        dates?: {
          what: string;
          month: number;
          day: number;
        }[];
        /** @description Whom they work for (RFC 6350 ORG) */
        organisation?: string | null;
        /** @description BCP 47: in which language dates and numbers are written to them; null: as the text is */
        language?: string | null;
        /** @description What else is known of them, by names of your own: fields of texts */
        columns?: {
          [key: string]: string;
        };
      };
      answer: components['schemas']['Correspondent'];
    };
    addLeave: {
      body: {
        from: string;
        to: string;
        /** @default  */
        note: string;
      };
      answer: components['schemas']['Correspondent'];
    };
    changeCorrespondent: {
      body: {
        name?: string;
        addresses?: string[];
        /** @description IANA time zone */
        zone?: string | null;
        place?: string | null;
        /** @description ISO 3166-1 alpha-2 */
        country?: string | null;
        /** @description Its own code within the country */
        region?: string | null;
        week?: components['schemas']['WorkingWeek'] | null;
        leave?: {
          from: string;
          to: string;
          /** @default  */
          note: string;
        }[];
        dates?: {
          what: string;
          month: number;
          day: number;
        }[];
        /** @description Whom they work for (RFC 6350 ORG) */
        organisation?: string | null;
        /** @description BCP 47: in which language dates and numbers are written to them; null: as the text is */
        language?: string | null;
        /** @description What else is known of them, by names of your own: fields of texts */
        columns?: {
          [key: string]: string;
        };
      };
      answer: components['schemas']['Correspondent'];
    };
    drawBoard: {
      body: {
        ids: string[];
        /** Format: date-time */
        from: string;
        /** Format: date-time */
        until: string;
      };
      answer: components['schemas']['Board'];
    };
    exportCorrespondents: {
      query: {
        /**
         * @default vcard
         * @enum {string}
         */
        format: 'vcard' | 'csv';
      };
    };
    forgetCorrespondent: Record<string, never>;
    importCorrespondents: {
      body: {
        /** @enum {string} */
        format: 'vcard' | 'csv';
        text: string;
        /**
         * @description false: say what would change
         * @default false
         */
        commit: boolean;
      };
      answer: components['schemas']['PeopleImport'];
    };
    listAddresses: {
      query: {
        /** @default  */
        q: string;
        /** @default 10 */
        limit: number;
      };
      answer: components['schemas']['Addresses'];
    };
    listCorrespondents: {
      answer: components['schemas']['Correspondents'];
    };
    placeReaders: {
      body: {
        readers: {
          address: string;
          /** @default  */
          name: string;
          /** @description IANA time zone */
          zone: string;
        }[];
      };
      answer: components['schemas']['Placed'];
    };
    readAnswerHabit: {
      answer: components['schemas']['ReadHabit'];
    };
    readCorrespondent: {
      answer: components['schemas']['Correspondent'];
    };
    addGroup: {
      body: {
        name: string;
        members: string[];
      };
      answer: components['schemas']['Group'];
    };
    changeGroup: {
      body: {
        name: string;
        members: string[];
      };
      answer: components['schemas']['Group'];
    };
    forgetGroup: Record<string, never>;
    listGroups: {
      answer: components['schemas']['Groups'];
    };
    tryHoldRule: {
      body: components['schemas']['HoldRule'];
      answer: components['schemas']['Trials'];
    };
    addHolidays: {
      body: {
        /** @description ISO 3166-1 alpha-2 */
        country: string;
        /** @description An iCalendar file */
        text: string;
      };
      answer: components['schemas']['Holidays'];
    };
    readHolidays: {
      query: {
        /** @description ISO 3166-1 alpha-2 */
        country: string;
      };
      answer: components['schemas']['HolidayPlace'];
    };
    followChanges: Record<string, never>;
    addEvent: {
      body: {
        summary: string;
        description?: string;
        location?: string;
        /** @description On the clock of its zone; the day alone for whole days */
        start: string;
        /** @description No longer part of it; an hour later, or the end of the day, where it is not said */
        end?: string;
        /** @description IANA time zone; null: on my clock, wherever I am */
        zone?: string | null;
        /** @description RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone */
        rrule?: string | null;
        /** @description It takes up no time (TRANSP, RFC 5545 §3.8.2.7) */
        transparent?: boolean;
        /** @enum {string} */
        status?: 'confirmed' | 'tentative' | 'cancelled';
        /** @description Without me */
        attendees?: string[];
      };
      answer: components['schemas']['EventDetail'];
    };
    answerInvitation: {
      body: {
        /**
         * @description I come, perhaps, or do not
         * @enum {string}
         */
        answer: 'accepted' | 'tentative' | 'declined';
        /** @description Words of mine that go along */
        comment?: string;
        /** @description Another time I propose (COUNTER); only with `tentative` */
        start?: string;
        /** @description As long as before where it is not said */
        end?: string;
        /** @description IANA time zone it is on; that of the event where it is not said */
        zone?: string;
      };
      answer: components['schemas']['Message'];
    };
    deleteEvent: {
      query: {
        /** @description Which one it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence?: string;
        /**
         * @description Of one that recurs: this time of it, all from it on, or the whole; this where a time is named
         * @enum {string}
         */
        reach?: 'this' | 'following' | 'all';
      };
    };
    editEvent: {
      body: {
        summary?: string;
        description?: string;
        location?: string;
        /** @description On the clock of its zone; the day alone for whole days */
        start?: string;
        /** @description No longer part of it; an hour later, or the end of the day, where it is not said */
        end?: string;
        /** @description IANA time zone; null: on my clock, wherever I am */
        zone?: string | null;
        /** @description RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone */
        rrule?: string | null;
        /** @description It takes up no time (TRANSP, RFC 5545 §3.8.2.7) */
        transparent?: boolean;
        /** @enum {string} */
        status?: 'confirmed' | 'tentative' | 'cancelled';
        /** @description Without me */
        attendees?: string[];
      };
      query: {
        /** @description Which one it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence?: string;
        /**
         * @description Of one that recurs: this time of it, all from it on, or the whole; this where a time is named
         * @enum {string}
         */
        reach?: 'this' | 'following' | 'all';
      };
      answer: components['schemas']['EventDetail'];
    };
    exportEvent: Record<string, never>;
    exportEvents: Record<string, never>;
    importEvents: {
      body: {
        text: string;
      };
      answer: components['schemas']['EventImport'];
    };
    inviteToEvent: {
      answer: components['schemas']['Message'];
    };
    listEvents: {
      query: {
        /** Format: date-time */
        from: string;
        /** Format: date-time */
        until: string;
      };
      answer: components['schemas']['Events'];
    };
    readCalendar: {
      answer: components['schemas']['MessageCalendar'];
    };
    readEvent: {
      query: {
        /** @description Which one it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4) */
        occurrence?: string;
      };
      answer: components['schemas']['EventDetail'];
    };
    readEventPhrase: {
      body: {
        phrase: string;
      };
      answer: components['schemas']['EventReading'];
    };
    readTimes: {
      answer: components['schemas']['FoundTimes'];
    };
    restoreEvent: {
      answer: components['schemas']['EventDetail'];
    };
    listMailboxes: {
      answer: components['schemas']['Mailboxes'];
    };
    listSharedFiles: {
      answer: components['schemas']['SharedFiles'];
    };
    readFaults: {
      answer: components['schemas']['Faults'];
    };
    readMailbox: {
      answer: components['schemas']['Mailbox'];
    };
    saveSharedFile: {
      body: {
        name: string;
      };
      answer: components['schemas']['SharedFile'];
    };
    setFaults: {
      body: {
        /** @description Addresses put off with 451 for a minute; * is everyone */
        greylist?: string[];
        /** @description Addresses refused with 550; * is everyone */
        refuse?: string[];
        /**
         * @description Where the connection is dropped
         * @enum {string|null}
         */
        drop?: 'before-data' | 'in-data' | 'after-dot' | 'after-dot-unkept' | null;
        /** @description How often; null is every time */
        dropTimes?: number | null;
        /** @description Real seconds before the final answer */
        answerAfterSeconds?: number;
        /** @description Minutes of the sandbox clock */
        downMinutes?: number;
        /** @description Offers STARTTLS and refuses it with 454 */
        refuseStartTls?: boolean;
      };
      answer: components['schemas']['Faults'];
    };
    endFileWatch: {
      answer: components['schemas']['FileWatch'];
    };
    listFileWatches: {
      answer: components['schemas']['FileWatches'];
    };
    pauseFileWatch: {
      answer: components['schemas']['FileWatch'];
    };
    resumeFileWatch: {
      answer: components['schemas']['FileWatch'];
    };
    takeFileWatchBack: Record<string, never>;
    addText: {
      body: {
        /** @description What it is found by */
        name: string;
        subject?: string;
        text?: string;
        html?: string | null;
        /** @description The message whose attachments and linked files it takes along */
        from?: string;
      };
      answer: components['schemas']['Text'];
    };
    bringBackVersion: {
      answer: components['schemas']['Text'];
    };
    deleteText: Record<string, never>;
    editText: {
      body: {
        /** @description What it is found by */
        name?: string;
        subject?: string;
        text?: string;
        html?: string | null;
        /** @description Any word of yours: what is changed under the same one is one version */
        sitting?: string;
      };
      answer: components['schemas']['Text'];
    };
    exportText: Record<string, never>;
    importText: {
      body: {
        /** @description A message, RFC 5322 */
        text: string;
        /** @description What it is to be called; its subject where it is empty */
        name?: string;
      };
      answer: components['schemas']['Text'];
    };
    listTexts: {
      answer: components['schemas']['Texts'];
    };
    putText: {
      body: {
        text: string;
      };
      answer: components['schemas']['PutText'];
    };
    readFilled: {
      body: {
        /** @default  */
        subject: string;
        /** @default  */
        text: string;
        /**
         * @description Looked at for links whose address is a field
         * @default null
         */
        html: string | null;
        /**
         * @description Values of its own fields: by name, then by the reader’s address; under nothing for all
         * @default {}
         */
        fields: {
          [key: string]: {
            [key: string]: string;
          };
        };
        /**
         * @description The id of one of my identities; null: the main one
         * @default null
         */
        identity: string | null;
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
        /**
         * @description It goes to all of them in one copy
         * @default false
         */
        together: boolean;
        /**
         * Format: date-time
         * @description When it leaves; now where it is not given
         */
        at?: string;
        /** @description The message it is of, for what that belongs to */
        message?: string;
      };
      answer: components['schemas']['Filled'];
    };
    readText: {
      answer: components['schemas']['Text'];
    };
    restoreText: {
      answer: components['schemas']['Text'];
    };
    addBatch: {
      body: {
        name?: string;
        /** @description The kept text it begins with; without one it begins empty */
        text?: string;
        /** @description Cells with tabs between them, or comma-separated values (RFC 4180); the first line says what they are */
        table?: string;
        /** @description A row for each of its members, in place of a table */
        group?: string;
      };
      answer: components['schemas']['Batch'];
    };
    addBatchRow: {
      body: {
        cells: string[];
        /** @description Where one was taken out; without it, it comes last */
        position?: number;
      };
      answer: components['schemas']['BatchRow'];
    };
    checkBatch: {
      body: {
        /**
         * @description The first position
         * @default 1
         */
        from: number;
        /** @default 50 */
        limit: number;
      };
      answer: components['schemas']['CheckedRows'];
    };
    deleteBatch: Record<string, never>;
    deleteBatchRow: Record<string, never>;
    editBatch: {
      body: {
        name?: string;
        subject?: string;
        text?: string;
        html?: string | null;
        /** @description What each column is, in order */
        columns?: {
          /** @enum {string} */
          role: 'address' | 'name' | 'when' | 'file' | 'field' | 'unused';
          /**
           * @description The field it fills; empty for any other
           * @default
           */
          field: string;
        }[];
        /** @description When those leave that say nothing of their own, in words: “wed 9:10, theirs”; empty: at once */
        when?: string;
        /** @description At most so many in a minute; null: however many */
        perMinute?: number | null;
        /** @description Those that say nothing of their own leave over the readers’ mornings */
        spread?: boolean;
      };
      answer: components['schemas']['Batch'];
    };
    editBatchRow: {
      body: {
        cells: string[];
      };
      answer: components['schemas']['BatchRow'];
    };
    listBatches: {
      answer: components['schemas']['Batches'];
    };
    readBatch: {
      answer: components['schemas']['Batch'];
    };
    readBatchRows: {
      answer: components['schemas']['BatchRows'];
    };
    restoreBatch: {
      answer: components['schemas']['Batch'];
    };
    scheduleBatch: {
      body: {
        /** @description These rows; all that are not scheduled where none are said */
        positions?: number[];
        /**
         * @description Nothing is scheduled where anything is wrong with any row; else the others are
         * @default false
         */
        allOrNone: boolean;
      };
      answer: components['schemas']['ScheduledBatch'];
    };
    takeBackBatch: {
      body: {
        /** @description These rows; all where none are said */
        positions?: number[];
      };
      answer: components['schemas']['TakenBackRows'];
    };
    testBatch: {
      body: {
        /**
         * @description The first that can be sent, or three at random
         * @default first
         * @enum {string}
         */
        which: 'first' | 'three';
      };
      answer: components['schemas']['TestedBatch'];
    };
    addOccasion: {
      body: {
        name: string;
        /** @description Where it is */
        local: string;
        /** @description IANA time zone */
        zone: string;
        /** @description A set that was kept: a draft for each of its messages */
        set?: string;
      };
      answer: components['schemas']['Occasion'];
    };
    deleteOccasion: Record<string, never>;
    deleteSet: Record<string, never>;
    editOccasion: {
      body: {
        name?: string;
        /** @description Wall-clock time without offset */
        local?: string;
        /** @description IANA time zone */
        zone?: string;
      };
      answer: components['schemas']['Occasion'];
    };
    keepSet: {
      body: {
        /** @default  */
        name: string;
      };
      answer: components['schemas']['OccasionSet'];
    };
    listOccasions: {
      answer: components['schemas']['Occasions'];
    };
    listSets: {
      answer: components['schemas']['OccasionSets'];
    };
    placeAround: {
      body: {
        /** @description “14 days before”, “3 of their working days before at 9:00 theirs”, “the morning after”; or in parts */
        offset:
          | string
          | {
              /** @description Negative before it */
              count: number;
              /** @enum {string} */
              unit: 'minutes' | 'hours' | 'days' | 'working days' | 'weeks' | 'months';
              /**
               * @description null: the time of the occasion
               * @default null
               */
              time: string | null;
              /**
               * @description On whose clock that is: where the occasion is, the reader’s, or mine
               * @default there
               * @enum {string}
               */
              clock: 'there' | 'theirs' | 'mine';
            };
      };
      answer: components['schemas']['Occasion'];
    };
    previewMove: {
      body: {
        /** @description Wall-clock time without offset */
        local: string;
        /** @description IANA time zone */
        zone: string;
      };
      answer: components['schemas']['OccasionMoves'];
    };
    readOccasion: {
      answer: components['schemas']['Occasion'];
    };
    restoreOccasion: {
      answer: components['schemas']['Occasion'];
    };
    restoreSet: Record<string, never>;
    scheduleAround: {
      body: {
        /** @description This one alone; else all drafts */
        message?: string;
      };
      answer: components['schemas']['ScheduledAround'];
    };
    takeOutOfOccasion: Record<string, never>;
    addQuestion: {
      body: {
        message: string;
        /** @description What is asked */
        words: string;
        /** @description What a reader can choose from, each other than the others */
        answers: string[];
        /** @description Until when answers are taken; what is relative counts from when the message has left. Two of their working days, unless it is said */
        deadline?: components['schemas']['Deadline'];
        /**
         * @description everyone: all have answered; majority: more than half of all agree; first: somebody has answered
         * @default everyone
         * @enum {string}
         */
        decidedWhen: 'everyone' | 'majority' | 'first';
        /**
         * @description Readers are invited to say why
         * @default true
         */
        mayComment: boolean;
      };
      answer: components['schemas']['Question'];
    };
    changeQuestion: {
      body: {
        /** @description What is asked */
        words?: string;
        /** @description What a reader can choose from, each other than the others */
        answers?: string[];
        /** @description Until when answers are taken; what is relative counts from when the message has left. Two of their working days, unless it is said */
        deadline?: components['schemas']['Deadline'];
        /**
         * @description everyone: all have answered; majority: more than half of all agree; first: somebody has answered
         * @enum {string}
         */
        decidedWhen?: 'everyone' | 'majority' | 'first';
        /** @description Readers are invited to say why */
        mayComment?: boolean;
      };
      answer: components['schemas']['Question'];
    };
    closeQuestion: {
      answer: components['schemas']['Question'];
    };
    deleteQuestion: Record<string, never>;
    judgeAnswer: {
      body: {
        /** @description Which it means, counted from 0; null: it is no answer */
        answer: number | null;
        /** @description For whom it counts, where it is by somebody else */
        reader?: string;
      };
      answer: components['schemas']['Question'];
    };
    listQuestions: {
      query: {
        /**
         * @description closed: those I have closed
         * @default open
         * @enum {string}
         */
        state: 'open' | 'closed';
        /** @description What one message asks, and what was asked in its thread, whatever their state */
        message?: string;
        /** @default 100 */
        limit: number;
      };
      answer: components['schemas']['Questions'];
    };
    noteAnswer: {
      body: {
        /** @description The address of one it was asked of */
        reader: string;
        /** @description Counted from 0 */
        answer: number;
        /** @default  */
        comment: string;
      };
      answer: components['schemas']['Question'];
    };
    readQuestion: {
      answer: components['schemas']['Question'];
    };
    reopenQuestion: {
      answer: components['schemas']['Question'];
    };
    tellResult: {
      answer: components['schemas']['Message'];
    };
    addOffer: {
      body: {
        message: string;
        summary: string;
        /**
         * @description Where, or how one is called
         * @default
         */
        place: string;
        /** @description How long a time lasts */
        minutes: number;
        /**
         * @description each: every reader takes a time of their own; everyone, majority: one time for all, that all or more than half have chosen
         * @default each
         * @enum {string}
         */
        agreement: 'each' | 'everyone' | 'majority';
        /** @description When each begins; none overlaps another */
        slots: string[];
        /** @description Until when it holds; what is relative counts from when the message has left. Two of their working days, unless it is said */
        deadline?: components['schemas']['Deadline'];
      };
      answer: components['schemas']['Question'];
    };
    changeOffer: {
      body: {
        summary?: string;
        /** @description Where, or how one is called */
        place?: string;
        /** @description How long a time lasts */
        minutes?: number;
        /**
         * @description each: every reader takes a time of their own; everyone, majority: one time for all, that all or more than half have chosen
         * @enum {string}
         */
        agreement?: 'each' | 'everyone' | 'majority';
        /** @description When each begins; none overlaps another */
        slots?: string[];
        /** @description Until when it holds; what is relative counts from when the message has left. Two of their working days, unless it is said */
        deadline?: components['schemas']['Deadline'];
      };
      answer: components['schemas']['Question'];
    };
    choosing: {
      body: {
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
        /** Format: date-time */
        from: string;
        /** Format: date-time */
        until: string;
        /** @description Whose own times are not in its way */
        message?: string;
      };
      answer: components['schemas']['Choosing'];
    };
    deleteOffer: Record<string, never>;
    listOffers: {
      query: {
        /**
         * @description open: that have left, or are to leave
         * @default open
         * @enum {string}
         */
        state: 'open' | 'closed';
        /** @description What is offered in the thread of one message, whatever its state */
        message?: string;
      };
      answer: components['schemas']['Offers'];
    };
    readOffer: {
      answer: components['schemas']['Question'];
    };
    settleOffer: {
      body: {
        /** @description Counted from 0 */
        slot: number;
      };
      answer: components['schemas']['Question'];
    };
    suggestTimes: {
      body: {
        /** @default [] */
        recipients: {
          /** @description An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;` */
          address:
            | string
            | {
                address: string;
                name?: string;
              }
            | {
                /** @description The id of a group */
                group: string;
              };
          /** @description IANA time zone */
          zone?: string;
        }[];
        /** @description How long a time lasts */
        minutes: number;
        /** @default 4 */
        count: number;
        /**
         * Format: date-time
         * @description Not before
         */
        from?: string;
        /** @description Whose own times are not in its way */
        message?: string;
      };
      answer: components['schemas']['Times'];
    };
    changeCalendar: {
      body: {
        name?: string;
        password?: string;
        takesNew?: boolean;
      };
      answer: components['schemas']['Calendar'];
    };
    findCalendars: {
      body: {
        place: string;
        user: string;
        password: string;
      };
      answer: components['schemas']['FoundCalendars'];
    };
    followCalendar: {
      body: {
        /** @enum {string} */
        kind: 'file' | 'caldav';
        /** @description A file or a folder of those that may be linked from; of a server the address of the calendar */
        place: string;
        /** @description As it is called there, where it is not said */
        name?: string;
        /** @default  */
        user: string;
        /** @default  */
        password: string;
        /**
         * @description New events of mine are put there, and those that are in no other calendar
         * @default false
         */
        takesNew: boolean;
      };
      answer: components['schemas']['Calendar'];
    };
    listCalendars: {
      answer: components['schemas']['Calendars'];
    };
    readFollowed: {
      answer: components['schemas']['Calendar'];
    };
    syncCalendar: {
      answer: components['schemas']['Synced'];
    };
    unfollowCalendar: {
      query: {
        /**
         * @description Its events stay in my calendar
         * @default true
         */
        keep: boolean;
      };
    };
    listBackups: {
      answer: components['schemas']['Backups'];
    };
    makeBackup: {
      answer: components['schemas']['Backup'];
    };
    readBackup: Record<string, never>;
    addAccount: {
      body: {
        address: string;
        /** @description As it is called here; its address where none is said */
        name?: string;
        password: string;
        smtp: {
          host: string;
          /** @description The usual one where none is said */
          port?: number;
          /**
           * @description Encrypted from the start, once connected, or not at all
           * @enum {string}
           */
          security: 'tls' | 'starttls' | 'none';
          /** @description The address where none is said; empty signs nobody in */
          user?: string;
        };
        /** @description Its mailbox (IMAP); null: none is looked into */
        imap?: {
          host: string;
          /** @description The usual one where none is said */
          port?: number;
          /**
           * @description Encrypted from the start, once connected, or not at all
           * @enum {string}
           */
          security: 'tls' | 'starttls' | 'none';
          /** @description The address where none is said; empty signs nobody in */
          user?: string;
          /** @description The other one where none is said */
          password?: string;
        } | null;
        folders?: {
          /** @description Where what is put off lies; null: it stays where it is */
          snooze?: string | null;
          /** @description Where what is dealt with goes; null: it stays where it is */
          archive?: string | null;
          /** @description Where the copy of what has left is put; null: none is */
          sent?: string | null;
          /** @description Where drafts lie; null: they are here only */
          drafts?: string | null;
          /** @description Others whose mail comes into the inbox */
          more?: string[];
        };
        /** @description Messages a minute at most; null: as fast as the server takes them */
        perMinute?: number | null;
        /** @description The host once more, to allow that it goes without encryption; of two, commas between */
        plainHost?: string;
        /** @description Keep it although it cannot be reached */
        untried?: boolean;
      };
      answer: components['schemas']['Account'];
    };
    changeAccount: {
      body: {
        /** @description As it is called here; its address where none is said */
        name?: string;
        password?: string;
        smtp?: {
          host: string;
          /** @description The usual one where none is said */
          port?: number;
          /**
           * @description Encrypted from the start, once connected, or not at all
           * @enum {string}
           */
          security: 'tls' | 'starttls' | 'none';
          /** @description The address where none is said; empty signs nobody in */
          user?: string;
        };
        /** @description Its mailbox (IMAP); null: none is looked into */
        imap?: {
          host: string;
          /** @description The usual one where none is said */
          port?: number;
          /**
           * @description Encrypted from the start, once connected, or not at all
           * @enum {string}
           */
          security: 'tls' | 'starttls' | 'none';
          /** @description The address where none is said; empty signs nobody in */
          user?: string;
          /** @description The other one where none is said */
          password?: string;
        } | null;
        folders?: {
          /** @description Where what is put off lies; null: it stays where it is */
          snooze?: string | null;
          /** @description Where what is dealt with goes; null: it stays where it is */
          archive?: string | null;
          /** @description Where the copy of what has left is put; null: none is */
          sent?: string | null;
          /** @description Where drafts lie; null: they are here only */
          drafts?: string | null;
          /** @description Others whose mail comes into the inbox */
          more?: string[];
        };
        /** @description Messages a minute at most; null: as fast as the server takes them */
        perMinute?: number | null;
        /** @description Whether what was there before goes on being taken in */
        takeRest?: boolean;
        /** @description The host once more, to allow that it goes without encryption; of two, commas between */
        plainHost?: string;
        /** @description Keep it although it cannot be reached */
        untried?: boolean;
      };
      answer: components['schemas']['Account'];
    };
    findServers: {
      body: {
        address: string;
      };
      answer: components['schemas']['FoundServers'];
    };
    listAccounts: {
      answer: components['schemas']['Accounts'];
    };
    listMailboxFolders: {
      answer: components['schemas']['MailboxFolders'];
    };
    readAccount: {
      answer: components['schemas']['Account'];
    };
    removeAccount: Record<string, never>;
    tryAccount: {
      answer: components['schemas']['Account'];
    };
    changeKey: {
      body: {
        /** @description Mail to them is encrypted to it, and what it has signed is by them */
        used?: boolean;
        /** @description Of a key of mine: its passphrase */
        before?: string;
        /** @description The one it has from now on */
        passphrase?: string;
      };
      answer: components['schemas']['Key'];
    };
    keyFileOf: {
      query: {
        /**
         * @description With what is secret, locked by its passphrase
         * @default false
         */
        secret: boolean;
      };
    };
    listKeys: {
      answer: components['schemas']['Keys'];
    };
    lockKeys: {
      answer: components['schemas']['Keys'];
    };
    makeKey: {
      body: {
        /**
         * @description Whose it is; null: the main one
         * @default null
         */
        identity: string | null;
        passphrase: string;
      };
      answer: components['schemas']['Key'];
    };
    readKey: {
      answer: components['schemas']['Key'];
    };
    readerKeys: {
      body: {
        /** @description As whom it is written */
        from: string;
        /** @description Addresses, and groups as `Name:;` */
        recipients: string[];
      };
      answer: components['schemas']['ReaderKeys'];
    };
    removeKey: Record<string, never>;
    takeKeys: {
      body: {
        /** @description Armored (RFC 9580 §6.2) */
        text?: string;
        /**
         * Format: base64
         * @description Binary
         */
        base64?: string;
        /** @description One that came with a message */
        attachment?: string;
        /** @description Of a secret key; one that is not locked is locked with it */
        passphrase?: string;
      };
      answer: components['schemas']['Keys'];
    };
    unlockKeys: {
      body: {
        passphrase: string;
      };
      answer: components['schemas']['Keys'];
    };
  };
  responses: never;
  parameters: never;
  requestBodies: never;
  headers: never;
  pathItems: never;
}

type Schemas = components['schemas'];
export type HealthJson = Schemas['Health'];
export type SpaceJson = Schemas['Space'];
export type ClockJson = Schemas['Clock'];
export type IdentityJson = Schemas['Identity'];
export type QuietHoursJson = Schemas['QuietHours'];
export type SettingsJson = Schemas['Settings'];
export type SessionJson = Schemas['Session'];
export type SessionsJson = Schemas['Sessions'];
export type ZoneJson = Schemas['Zone'];
export type ZonesJson = Schemas['Zones'];
export type PlanJson = Schemas['Plan'];
export type PlanWarningJson = Schemas['PlanWarning'];
export type LandingJson = Schemas['Landing'];
export type LatenessJson = Schemas['Lateness'];
export type HoldJson = Schemas['Hold'];
export type PreviewJson = Schemas['Preview'];
export type SuggestionJson = Schemas['Suggestion'];
export type SuggestionsJson = Schemas['Suggestions'];
export type PhraseJson = Schemas['Phrase'];
export type BestJson = Schemas['Best'];
export type StripPartJson = Schemas['StripPart'];
export type StripJson = Schemas['Strip'];
export type StripsJson = Schemas['Strips'];
export type ReturnedJson = Schemas['Returned'];
export type MessageSummaryJson = Schemas['MessageSummary'];
export type MailingListJson = Schemas['MailingList'];
export type HistoryJson = Schemas['History'];
export type OpenedJson = Schemas['Opened'];
export type MessageJson = Schemas['Message'];
export type MessagePageJson = Schemas['MessagePage'];
export type MovedJson = Schemas['Moved'];
export type AttachmentJson = Schemas['Attachment'];
export type LinkJson = Schemas['Link'];
export type LinksJson = Schemas['Links'];
export type FilesJson = Schemas['Files'];
export type FileWatchJson = Schemas['FileWatch'];
export type FileWatchesJson = Schemas['FileWatches'];
export type LinkCompanyJson = Schemas['LinkCompany'];
export type SpellingJson = Schemas['Spelling'];
export type SnapshotJson = Schemas['Snapshot'];
export type ReaderJson = Schemas['Reader'];
export type DepartureJson = Schemas['Departure'];
export type DeparturesJson = Schemas['Departures'];
export type ScheduledJson = Schemas['Scheduled'];
export type DeparturePageJson = Schemas['DeparturePage'];
export type EditJson = Schemas['Edit'];
export type BulkJson = Schemas['Bulk'];
export type SeriesJson = Schemas['Series'];
export type SeriesListJson = Schemas['SeriesList'];
export type SeriesImportJson = Schemas['SeriesImport'];
export type FeedJson = Schemas['Feed'];
export type ThreadJson = Schemas['Thread'];
export type ThreadPageJson = Schemas['ThreadPage'];
export type SearchHitJson = Schemas['SearchHit'];
export type SearchJson = Schemas['Search'];
export type SearchSuggestionJson = Schemas['SearchSuggestion'];
export type SearchSuggestionsJson = Schemas['SearchSuggestions'];
export type SnoozeJson = Schemas['Snooze'];
export type ReturnSuggestionsJson = Schemas['ReturnSuggestions'];
export type DeadlineJson = Schemas['Deadline'];
export type ConsideredJson = Schemas['Considered'];
export type WatchJson = Schemas['Watch'];
export type WatchesJson = Schemas['Watches'];
export type DeadlineSuggestionJson = Schemas['DeadlineSuggestion'];
export type DeadlineSuggestionsJson = Schemas['DeadlineSuggestions'];
export type UsualWatchJson = Schemas['UsualWatch'];
export type UsualWatchesJson = Schemas['UsualWatches'];
export type TodoMomentJson = Schemas['TodoMoment'];
export type TodoJson = Schemas['Todo'];
export type TodoChangedJson = Schemas['TodoChanged'];
export type TodoListedJson = Schemas['TodoListed'];
export type TodosJson = Schemas['Todos'];
export type TodoImportJson = Schemas['TodoImport'];
export type ReminderJson = Schemas['Reminder'];
export type RemindersJson = Schemas['Reminders'];
export type ImportJson = Schemas['Import'];
export type ImportsJson = Schemas['Imports'];
export type WorkingWeekJson = Schemas['WorkingWeek'];
export type CorrespondentJson = Schemas['Correspondent'];
export type CorrespondentsJson = Schemas['Correspondents'];
export type PeopleImportJson = Schemas['PeopleImport'];
export type AnswerHabitJson = Schemas['AnswerHabit'];
export type ReadHabitJson = Schemas['ReadHabit'];
export type BoardJson = Schemas['Board'];
export type PlacedJson = Schemas['Placed'];
export type MetAddressJson = Schemas['MetAddress'];
export type AddressesJson = Schemas['Addresses'];
export type GroupJson = Schemas['Group'];
export type GroupsJson = Schemas['Groups'];
export type HoldRuleJson = Schemas['HoldRule'];
export type TrialJson = Schemas['Trial'];
export type TrialsJson = Schemas['Trials'];
export type HolidaysKnownJson = Schemas['HolidaysKnown'];
export type HolidayPlaceJson = Schemas['HolidayPlace'];
export type HolidaysJson = Schemas['Holidays'];
export type ChangeJson = Schemas['Change'];
export type FoundTimesJson = Schemas['FoundTimes'];
export type MessageCalendarJson = Schemas['MessageCalendar'];
export type EventJson = Schemas['Event'];
export type EventDetailJson = Schemas['EventDetail'];
export type EventsJson = Schemas['Events'];
export type EventReadingJson = Schemas['EventReading'];
export type EventImportJson = Schemas['EventImport'];
export type FaultsJson = Schemas['Faults'];
export type SharedFileJson = Schemas['SharedFile'];
export type SharedFilesJson = Schemas['SharedFiles'];
export type MailboxSummaryJson = Schemas['MailboxSummary'];
export type MailboxesJson = Schemas['Mailboxes'];
export type MailboxJson = Schemas['Mailbox'];
export type ProblemJson = Schemas['Problem'];
export type TextJson = Schemas['Text'];
export type TextsJson = Schemas['Texts'];
export type PutTextJson = Schemas['PutText'];
export type FilledJson = Schemas['Filled'];
export type BatchJson = Schemas['Batch'];
export type BatchesJson = Schemas['Batches'];
export type BatchRowsJson = Schemas['BatchRows'];
export type BatchRowJson = Schemas['BatchRow'];
export type CheckedRowsJson = Schemas['CheckedRows'];
export type ScheduledBatchJson = Schemas['ScheduledBatch'];
export type TakenBackRowsJson = Schemas['TakenBackRows'];
export type TestedBatchJson = Schemas['TestedBatch'];
export type OccasionJson = Schemas['Occasion'];
export type OccasionsJson = Schemas['Occasions'];
export type OccasionMovesJson = Schemas['OccasionMoves'];
export type ScheduledAroundJson = Schemas['ScheduledAround'];
export type OccasionSetJson = Schemas['OccasionSet'];
export type OccasionSetsJson = Schemas['OccasionSets'];
export type AnswerJson = Schemas['Answer'];
export type QuestionJson = Schemas['Question'];
export type QuestionsJson = Schemas['Questions'];
export type AnsweredJson = Schemas['Answered'];
export type ChoosingJson = Schemas['Choosing'];
export type OffersJson = Schemas['Offers'];
export type TimesJson = Schemas['Times'];
export type CalendarJson = Schemas['Calendar'];
export type CalendarsJson = Schemas['Calendars'];
export type FoundCalendarsJson = Schemas['FoundCalendars'];
export type SyncedJson = Schemas['Synced'];
export type BackupJson = Schemas['Backup'];
export type BackupsJson = Schemas['Backups'];
export type AccountJson = Schemas['Account'];
export type MailboxFoldersJson = Schemas['MailboxFolders'];
export type AccountsJson = Schemas['Accounts'];
export type FoundServersJson = Schemas['FoundServers'];
export type KeyJson = Schemas['Key'];
export type KeysJson = Schemas['Keys'];
export type ReaderKeysJson = Schemas['ReaderKeys'];
export type ShapeName =
  | 'Health'
  | 'Space'
  | 'Clock'
  | 'Identity'
  | 'QuietHours'
  | 'Settings'
  | 'Session'
  | 'Sessions'
  | 'Zone'
  | 'Zones'
  | 'Plan'
  | 'PlanWarning'
  | 'Landing'
  | 'Lateness'
  | 'Hold'
  | 'Preview'
  | 'Suggestion'
  | 'Suggestions'
  | 'Phrase'
  | 'Best'
  | 'StripPart'
  | 'Strip'
  | 'Strips'
  | 'Returned'
  | 'MessageSummary'
  | 'MailingList'
  | 'History'
  | 'Opened'
  | 'Message'
  | 'MessagePage'
  | 'Moved'
  | 'Attachment'
  | 'Link'
  | 'Links'
  | 'Files'
  | 'FileWatch'
  | 'FileWatches'
  | 'LinkCompany'
  | 'Spelling'
  | 'Snapshot'
  | 'Reader'
  | 'Departure'
  | 'Departures'
  | 'Scheduled'
  | 'DeparturePage'
  | 'Edit'
  | 'Bulk'
  | 'Series'
  | 'SeriesList'
  | 'SeriesImport'
  | 'Feed'
  | 'Thread'
  | 'ThreadPage'
  | 'SearchHit'
  | 'Search'
  | 'SearchSuggestion'
  | 'SearchSuggestions'
  | 'Snooze'
  | 'ReturnSuggestions'
  | 'Deadline'
  | 'Considered'
  | 'Watch'
  | 'Watches'
  | 'DeadlineSuggestion'
  | 'DeadlineSuggestions'
  | 'UsualWatch'
  | 'UsualWatches'
  | 'TodoMoment'
  | 'Todo'
  | 'TodoChanged'
  | 'TodoListed'
  | 'Todos'
  | 'TodoImport'
  | 'Reminder'
  | 'Reminders'
  | 'Import'
  | 'Imports'
  | 'WorkingWeek'
  | 'Correspondent'
  | 'Correspondents'
  | 'PeopleImport'
  | 'AnswerHabit'
  | 'ReadHabit'
  | 'Board'
  | 'Placed'
  | 'MetAddress'
  | 'Addresses'
  | 'Group'
  | 'Groups'
  | 'HoldRule'
  | 'Trial'
  | 'Trials'
  | 'HolidaysKnown'
  | 'HolidayPlace'
  | 'Holidays'
  | 'Change'
  | 'FoundTimes'
  | 'MessageCalendar'
  | 'Event'
  | 'EventDetail'
  | 'Events'
  | 'EventReading'
  | 'EventImport'
  | 'Faults'
  | 'SharedFile'
  | 'SharedFiles'
  | 'MailboxSummary'
  | 'Mailboxes'
  | 'Mailbox'
  | 'Problem'
  | 'Text'
  | 'Texts'
  | 'PutText'
  | 'Filled'
  | 'Batch'
  | 'Batches'
  | 'BatchRows'
  | 'BatchRow'
  | 'CheckedRows'
  | 'ScheduledBatch'
  | 'TakenBackRows'
  | 'TestedBatch'
  | 'Occasion'
  | 'Occasions'
  | 'OccasionMoves'
  | 'ScheduledAround'
  | 'OccasionSet'
  | 'OccasionSets'
  | 'Answer'
  | 'Question'
  | 'Questions'
  | 'Answered'
  | 'Choosing'
  | 'Offers'
  | 'Times'
  | 'Calendar'
  | 'Calendars'
  | 'FoundCalendars'
  | 'Synced'
  | 'Backup'
  | 'Backups'
  | 'Account'
  | 'MailboxFolders'
  | 'Accounts'
  | 'FoundServers'
  | 'Key'
  | 'Keys'
  | 'ReaderKeys';
export interface Operations {
  readHealth: Schemas['readHealth'];
  readSpace: Schemas['readSpace'];
  retryMailServer: Schemas['retryMailServer'];
  sendTestMessage: Schemas['sendTestMessage'];
  moveClock: Schemas['moveClock'];
  readClock: Schemas['readClock'];
  changeSettings: Schemas['changeSettings'];
  readSettings: Schemas['readSettings'];
  endOtherSessions: Schemas['endOtherSessions'];
  endSession: Schemas['endSession'];
  listSessions: Schemas['listSessions'];
  signIn: Schemas['signIn'];
  signOut: Schemas['signOut'];
  listZones: Schemas['listZones'];
  drawStrips: Schemas['drawStrips'];
  findBest: Schemas['findBest'];
  previewPlan: Schemas['previewPlan'];
  readPhrase: Schemas['readPhrase'];
  suggestMoments: Schemas['suggestMoments'];
  createDraft: Schemas['createDraft'];
  deleteMessage: Schemas['deleteMessage'];
  editMessage: Schemas['editMessage'];
  exportMessages: Schemas['exportMessages'];
  leaveList: Schemas['leaveList'];
  listDrafts: Schemas['listDrafts'];
  openSealed: Schemas['openSealed'];
  placeMessages: Schemas['placeMessages'];
  readHtml: Schemas['readHtml'];
  readMessage: Schemas['readMessage'];
  readOpened: Schemas['readOpened'];
  readOpenedFile: Schemas['readOpenedFile'];
  readOpenedHtml: Schemas['readOpenedHtml'];
  readSource: Schemas['readSource'];
  restoreMessage: Schemas['restoreMessage'];
  scheduleMessage: Schemas['scheduleMessage'];
  sendQueued: Schemas['sendQueued'];
  undo: Schemas['undo'];
  announceAttachment: Schemas['announceAttachment'];
  deleteAttachment: Schemas['deleteAttachment'];
  putAttachment: Schemas['putAttachment'];
  readAttachment: Schemas['readAttachment'];
  restoreAttachment: Schemas['restoreAttachment'];
  addLink: Schemas['addLink'];
  deleteLink: Schemas['deleteLink'];
  editLink: Schemas['editLink'];
  listFiles: Schemas['listFiles'];
  listLinks: Schemas['listLinks'];
  restoreLink: Schemas['restoreLink'];
  restoreRead: Schemas['restoreRead'];
  checkLinks: Schemas['checkLinks'];
  checkSpelling: Schemas['checkSpelling'];
  approveDeparture: Schemas['approveDeparture'];
  changeDepartures: Schemas['changeDepartures'];
  closeEditing: Schemas['closeEditing'];
  listDepartures: Schemas['listDepartures'];
  moveDeparture: Schemas['moveDeparture'];
  openForEditing: Schemas['openForEditing'];
  pauseDeparture: Schemas['pauseDeparture'];
  readDeparture: Schemas['readDeparture'];
  releaseDeparture: Schemas['releaseDeparture'];
  restoreDeparture: Schemas['restoreDeparture'];
  resumeDeparture: Schemas['resumeDeparture'];
  retryDeparture: Schemas['retryDeparture'];
  settleDeparture: Schemas['settleDeparture'];
  takeBackDeparture: Schemas['takeBackDeparture'];
  changeOccurrence: Schemas['changeOccurrence'];
  changeSeries: Schemas['changeSeries'];
  deleteSeries: Schemas['deleteSeries'];
  endSeries: Schemas['endSeries'];
  exportDepartures: Schemas['exportDepartures'];
  exportSeries: Schemas['exportSeries'];
  importSeries: Schemas['importSeries'];
  listSeries: Schemas['listSeries'];
  makeFeed: Schemas['makeFeed'];
  pauseSeries: Schemas['pauseSeries'];
  readFeed: Schemas['readFeed'];
  readSeries: Schemas['readSeries'];
  resumeSeries: Schemas['resumeSeries'];
  skipSeries: Schemas['skipSeries'];
  takeBackFeed: Schemas['takeBackFeed'];
  takeBackSeries: Schemas['takeBackSeries'];
  testSeries: Schemas['testSeries'];
  listArchive: Schemas['listArchive'];
  listInbox: Schemas['listInbox'];
  listSnoozed: Schemas['listSnoozed'];
  search: Schemas['search'];
  suggestSearch: Schemas['suggestSearch'];
  changeSnooze: Schemas['changeSnooze'];
  endSnooze: Schemas['endSnooze'];
  readSnoozePhrase: Schemas['readSnoozePhrase'];
  snooze: Schemas['snooze'];
  suggestReturns: Schemas['suggestReturns'];
  addWatch: Schemas['addWatch'];
  changeWatch: Schemas['changeWatch'];
  chaseWatch: Schemas['chaseWatch'];
  endWatch: Schemas['endWatch'];
  listUsualWatches: Schemas['listUsualWatches'];
  listWatches: Schemas['listWatches'];
  overruleWatch: Schemas['overruleWatch'];
  readWatch: Schemas['readWatch'];
  setUsualWatch: Schemas['setUsualWatch'];
  suggestDeadlines: Schemas['suggestDeadlines'];
  addTodo: Schemas['addTodo'];
  changeTodo: Schemas['changeTodo'];
  deleteTodo: Schemas['deleteTodo'];
  dropTodo: Schemas['dropTodo'];
  exportTodos: Schemas['exportTodos'];
  importTodos: Schemas['importTodos'];
  listTodos: Schemas['listTodos'];
  putTodo: Schemas['putTodo'];
  settleTodo: Schemas['settleTodo'];
  listReminders: Schemas['listReminders'];
  noteTold: Schemas['noteTold'];
  beginImport: Schemas['beginImport'];
  listImports: Schemas['listImports'];
  putImport: Schemas['putImport'];
  readSetAside: Schemas['readSetAside'];
  addCorrespondent: Schemas['addCorrespondent'];
  addLeave: Schemas['addLeave'];
  changeCorrespondent: Schemas['changeCorrespondent'];
  drawBoard: Schemas['drawBoard'];
  exportCorrespondents: Schemas['exportCorrespondents'];
  forgetCorrespondent: Schemas['forgetCorrespondent'];
  importCorrespondents: Schemas['importCorrespondents'];
  listAddresses: Schemas['listAddresses'];
  listCorrespondents: Schemas['listCorrespondents'];
  placeReaders: Schemas['placeReaders'];
  readAnswerHabit: Schemas['readAnswerHabit'];
  readCorrespondent: Schemas['readCorrespondent'];
  addGroup: Schemas['addGroup'];
  changeGroup: Schemas['changeGroup'];
  forgetGroup: Schemas['forgetGroup'];
  listGroups: Schemas['listGroups'];
  tryHoldRule: Schemas['tryHoldRule'];
  addHolidays: Schemas['addHolidays'];
  readHolidays: Schemas['readHolidays'];
  followChanges: Schemas['followChanges'];
  addEvent: Schemas['addEvent'];
  answerInvitation: Schemas['answerInvitation'];
  deleteEvent: Schemas['deleteEvent'];
  editEvent: Schemas['editEvent'];
  exportEvent: Schemas['exportEvent'];
  exportEvents: Schemas['exportEvents'];
  importEvents: Schemas['importEvents'];
  inviteToEvent: Schemas['inviteToEvent'];
  listEvents: Schemas['listEvents'];
  readCalendar: Schemas['readCalendar'];
  readEvent: Schemas['readEvent'];
  readEventPhrase: Schemas['readEventPhrase'];
  readTimes: Schemas['readTimes'];
  restoreEvent: Schemas['restoreEvent'];
  listMailboxes: Schemas['listMailboxes'];
  listSharedFiles: Schemas['listSharedFiles'];
  readFaults: Schemas['readFaults'];
  readMailbox: Schemas['readMailbox'];
  saveSharedFile: Schemas['saveSharedFile'];
  setFaults: Schemas['setFaults'];
  endFileWatch: Schemas['endFileWatch'];
  listFileWatches: Schemas['listFileWatches'];
  pauseFileWatch: Schemas['pauseFileWatch'];
  resumeFileWatch: Schemas['resumeFileWatch'];
  takeFileWatchBack: Schemas['takeFileWatchBack'];
  addText: Schemas['addText'];
  bringBackVersion: Schemas['bringBackVersion'];
  deleteText: Schemas['deleteText'];
  editText: Schemas['editText'];
  exportText: Schemas['exportText'];
  importText: Schemas['importText'];
  listTexts: Schemas['listTexts'];
  putText: Schemas['putText'];
  readFilled: Schemas['readFilled'];
  readText: Schemas['readText'];
  restoreText: Schemas['restoreText'];
  addBatch: Schemas['addBatch'];
  addBatchRow: Schemas['addBatchRow'];
  checkBatch: Schemas['checkBatch'];
  deleteBatch: Schemas['deleteBatch'];
  deleteBatchRow: Schemas['deleteBatchRow'];
  editBatch: Schemas['editBatch'];
  editBatchRow: Schemas['editBatchRow'];
  listBatches: Schemas['listBatches'];
  readBatch: Schemas['readBatch'];
  readBatchRows: Schemas['readBatchRows'];
  restoreBatch: Schemas['restoreBatch'];
  scheduleBatch: Schemas['scheduleBatch'];
  takeBackBatch: Schemas['takeBackBatch'];
  testBatch: Schemas['testBatch'];
  addOccasion: Schemas['addOccasion'];
  deleteOccasion: Schemas['deleteOccasion'];
  deleteSet: Schemas['deleteSet'];
  editOccasion: Schemas['editOccasion'];
  keepSet: Schemas['keepSet'];
  listOccasions: Schemas['listOccasions'];
  listSets: Schemas['listSets'];
  placeAround: Schemas['placeAround'];
  previewMove: Schemas['previewMove'];
  readOccasion: Schemas['readOccasion'];
  restoreOccasion: Schemas['restoreOccasion'];
  restoreSet: Schemas['restoreSet'];
  scheduleAround: Schemas['scheduleAround'];
  takeOutOfOccasion: Schemas['takeOutOfOccasion'];
  addQuestion: Schemas['addQuestion'];
  changeQuestion: Schemas['changeQuestion'];
  closeQuestion: Schemas['closeQuestion'];
  deleteQuestion: Schemas['deleteQuestion'];
  judgeAnswer: Schemas['judgeAnswer'];
  listQuestions: Schemas['listQuestions'];
  noteAnswer: Schemas['noteAnswer'];
  readQuestion: Schemas['readQuestion'];
  reopenQuestion: Schemas['reopenQuestion'];
  tellResult: Schemas['tellResult'];
  addOffer: Schemas['addOffer'];
  changeOffer: Schemas['changeOffer'];
  choosing: Schemas['choosing'];
  deleteOffer: Schemas['deleteOffer'];
  listOffers: Schemas['listOffers'];
  readOffer: Schemas['readOffer'];
  settleOffer: Schemas['settleOffer'];
  suggestTimes: Schemas['suggestTimes'];
  changeCalendar: Schemas['changeCalendar'];
  findCalendars: Schemas['findCalendars'];
  followCalendar: Schemas['followCalendar'];
  listCalendars: Schemas['listCalendars'];
  readFollowed: Schemas['readFollowed'];
  syncCalendar: Schemas['syncCalendar'];
  unfollowCalendar: Schemas['unfollowCalendar'];
  listBackups: Schemas['listBackups'];
  makeBackup: Schemas['makeBackup'];
  readBackup: Schemas['readBackup'];
  addAccount: Schemas['addAccount'];
  changeAccount: Schemas['changeAccount'];
  findServers: Schemas['findServers'];
  listAccounts: Schemas['listAccounts'];
  listMailboxFolders: Schemas['listMailboxFolders'];
  readAccount: Schemas['readAccount'];
  removeAccount: Schemas['removeAccount'];
  tryAccount: Schemas['tryAccount'];
  changeKey: Schemas['changeKey'];
  keyFileOf: Schemas['keyFileOf'];
  listKeys: Schemas['listKeys'];
  lockKeys: Schemas['lockKeys'];
  makeKey: Schemas['makeKey'];
  readKey: Schemas['readKey'];
  readerKeys: Schemas['readerKeys'];
  removeKey: Schemas['removeKey'];
  takeKeys: Schemas['takeKeys'];
  unlockKeys: Schemas['unlockKeys'];
}
