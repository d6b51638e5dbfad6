/** 1 in the build that tests every read and write; set by the build. */
declare const CHECKED: i32;
