/** What was typed cannot be done; the message says what would be. */
export class WrongArgument extends Error {}
