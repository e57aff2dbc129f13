import { Catalogue, type Binding, type Command } from '../../src/contract/index.ts';
import { type ListAnswers, type ListPlan, type ListReading } from '../../src/list/index.ts';
/** An open release with four places and the given commands and bindings. */
export declare function catalogue(commands?: Partial<Command>[], bindings?: Partial<Binding>[]): Catalogue;
export declare function reading(text: string, into?: {
    app: {
        id: number;
        slug: string;
        name: string;
        role: "source" | "taught";
        platforms: string[];
        keyPolicy: {
            binds: "character" | "position" | "letters";
            typedLetters: boolean;
            pause: number | null;
            rootOnly: string;
            diverted: string;
            accepts: {
                bareLetters: boolean;
                needsOneOf: ("Primary" | "Ctrl" | "Alt" | "AltGr" | "Shift" | "Meta" | "Fn")[];
                refuses: ("Primary" | "Ctrl" | "Alt" | "AltGr" | "Shift" | "Meta" | "Fn")[];
                mostStrokes: number;
                mostPerCommand: number;
                held: boolean;
                twice: boolean;
                taps: boolean;
                pointer: boolean;
                keypad: boolean;
                functionKeys: boolean;
            };
        };
        howToChange: string;
        keysCommand: string;
        keysShown: string;
    };
    release: {
        id: number;
        appId: number;
        label: string;
        releasedOn: string | null;
        position: number;
        platforms: string[];
        sealedAt: string | null;
        builds: string[];
        tiers: string[];
        keyPolicy: {
            binds: "character" | "position" | "letters";
            typedLetters: boolean;
            pause: number | null;
            rootOnly: string;
            diverted: string;
            accepts: {
                bareLetters: boolean;
                needsOneOf: ("Primary" | "Ctrl" | "Alt" | "AltGr" | "Shift" | "Meta" | "Fn")[];
                refuses: ("Primary" | "Ctrl" | "Alt" | "AltGr" | "Shift" | "Meta" | "Fn")[];
                mostStrokes: number;
                mostPerCommand: number;
                held: boolean;
                twice: boolean;
                taps: boolean;
                pointer: boolean;
                keypad: boolean;
                functionKeys: boolean;
            };
        } | null;
    };
    contexts: {
        id: number;
        parent: number | null;
        name: string;
        position: number;
        takesText: boolean;
        together: {
            context: number;
            first: boolean | null;
        }[];
    }[];
    commands: {
        label: string;
        menu: string;
        category: string;
        description: string;
        otherNames: string[];
        fixed: boolean;
        hidden: boolean;
        destructive: boolean;
        parameterised: boolean;
        scripted: boolean;
        onePress: "steps" | "once" | "toggles" | "cycles" | "nth press";
        needs: string;
        then: string;
        sign: string;
        states: string[];
        presses: string[];
        step: string;
        satisfiedBy: string;
        setting: string;
        keyList: string;
        keyListSince: string;
        argumentOf: string;
        argument: string;
        unshown: boolean;
        id: number;
        name: string;
        home: number;
        wordings: {
            platform: string | null;
            language: string | null;
            label: string;
            menu: string;
            category: string;
            description: string;
            otherNames: string[];
        }[];
        aliases: string[];
    }[];
    keysets: ({
        id: number;
        appId: number;
        name: string;
        note: string;
        revision: number;
        owner: {
            id: number;
            name: string;
        } | null;
        kind: "shipped";
        releaseId: number;
        isDefault: boolean;
        imitates: number | null;
        bindings: {
            id: number;
            command: number;
            contexts: number[];
            platform: string | null;
            language: string | null;
            shortcut: string;
            note: string;
            memoryAid: string;
            provenance: {
                kind: "list" | "tried" | "document" | "guess";
                source: string;
                who: string;
                on: string | null;
                build: string;
                platform: string | null;
            };
            trials: {
                platform: string;
                who: string;
                on: string;
                build: string;
            }[];
        }[];
        corrections: {
            command: number;
            context: number;
            platform: string | null;
            id: number;
            on: string;
            who: string;
            reason: string;
            old: string[];
            now: string[];
        }[];
        madeBy?: number | null | undefined;
        locked?: boolean | undefined;
    } | {
        id: number;
        appId: number;
        name: string;
        note: string;
        revision: number;
        owner: {
            id: number;
            name: string;
        } | null;
        kind: "custom";
        baseId: number;
        carriedFrom: number | null;
        open: {
            position: number;
            command: string;
            where: string;
            platform: string | null;
            action: "set" | "add" | "clear" | "block" | "put back";
            shortcuts: string[];
            reason: string;
            why: string;
        }[];
        edits: {
            command: number;
            context: number;
            platform: string | null;
            action: "set" | "add" | "clear" | "block" | "put back";
            shortcuts: string[];
            reason: string;
            memoryAid: string;
            holds?: number | undefined;
        }[];
        madeBy?: number | null | undefined;
        locked?: boolean | undefined;
    })[];
    groups: {
        id: number;
        kind: "pair" | "family" | "slots" | "ways" | "chooser";
        name: string;
        members: number[];
        twin: number | null;
        advised: number | null;
        because: string;
    }[];
    runs: {
        id: number;
        name: string;
        steps: number[];
    }[];
    uses: {
        command: number;
        source: string;
        perDay: number | null;
        often: "rarely" | "weekly" | "daily" | null;
    }[];
    systemKeys: {
        platform: string;
        shortcut: string;
        taker: string;
        hard: boolean;
        source: string;
    }[];
    corrected: {
        id: number;
        what: "command" | "default" | "place" | "policy";
        subject: number | null;
        field: string;
        on: string;
        who: string;
        reason: string;
        old: unknown;
        now: unknown;
    }[];
}, answers?: ListAnswers): ListReading;
/** The catalogue as it would stand after a plan was taken in. */
export declare function takenIn(before: Catalogue, plan: ListPlan): Catalogue;
