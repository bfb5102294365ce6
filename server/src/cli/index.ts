/** Commands that other rooms run too. */

export {}
