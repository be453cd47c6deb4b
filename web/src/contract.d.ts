/** The contract that this page was built for, by a hash of it. */
declare const __CONTRACT__: string
