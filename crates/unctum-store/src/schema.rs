//! The tables, as the migrations make them.
#![allow(missing_docs)]

diesel::table! {
    kitchen (id) {
        id -> Integer,
        version -> Integer,
        last_thing_id -> Integer,
        document_json -> Text,
    }
}

diesel::table! {
    kitchen_history (id) {
        id -> Integer,
        at_ms -> BigInt,
        reason -> Text,
        document_json -> Text,
        version -> Integer,
    }
}

diesel::table! {
    batch (id) {
        id -> Integer,
        title -> Text,
        sweet_key -> Nullable<Text>,
        started_ms -> BigInt,
        setup_json -> Text,
        entry_id -> Nullable<Text>,
        standing -> Text,
        brief_json -> Nullable<Text>,
        days_id -> Nullable<Integer>,
        stock_used -> Bool,
        told_json -> Nullable<Text>,
        pan_id -> Nullable<Integer>,
    }
}

diesel::table! {
    batch_event (batch_id, seq) {
        batch_id -> Integer,
        seq -> Integer,
        at_ms -> BigInt,
        event_json -> Text,
        entry_id -> Nullable<Text>,
        entered_ms -> Nullable<BigInt>,
        by_whom -> Nullable<Text>,
    }
}

diesel::table! {
    verdict (batch_id) {
        batch_id -> Integer,
        at_ms -> BigInt,
        texture -> Text,
        pieces -> Nullable<Integer>,
        finished_g -> Nullable<Double>,
        note -> Text,
        taste -> Nullable<Text>,
        look -> Nullable<Text>,
        second_grade -> Nullable<Integer>,
        lost -> Nullable<Integer>,
    }
}

diesel::table! {
    sweet (id) {
        id -> Integer,
        version -> Integer,
        card_json -> Text,
        search_words -> Text,
        changed_ms -> BigInt,
        removed_ms -> Nullable<BigInt>,
    }
}

diesel::table! {
    sweet_version (sweet_id, version) {
        sweet_id -> Integer,
        version -> Integer,
        at_ms -> BigInt,
        reason -> Text,
        document_json -> Text,
    }
}

diesel::table! {
    sweet_unfinished (key) {
        key -> Text,
        at_ms -> BigInt,
        document_json -> Text,
    }
}

diesel::table! {
    network (id) {
        id -> Integer,
        switched_on -> Bool,
        passcode_hash -> Nullable<Text>,
    }
}

diesel::table! {
    device (id) {
        id -> Integer,
        name -> Text,
        secret_hash -> Text,
        since_ms -> BigInt,
        seen_ms -> BigInt,
        revoked_ms -> Nullable<BigInt>,
    }
}

diesel::table! {
    instrument (id) {
        id -> Integer,
        name -> Text,
        kind -> Text,
        token_hash -> Text,
        record_json -> Text,
        since_ms -> BigInt,
        batch_id -> Nullable<Integer>,
        heard_json -> Text,
    }
}

diesel::table! {
    instrument_sample (instrument_id, run, n) {
        instrument_id -> Integer,
        run -> Text,
        n -> BigInt,
        at_ms -> BigInt,
        value -> Double,
    }
}

diesel::table! {
    planning_document (id) {
        id -> Integer,
        kind -> Text,
        version -> Integer,
        changed_ms -> BigInt,
        removed_ms -> Nullable<BigInt>,
        document_json -> Text,
    }
}

diesel::table! {
    tasting (id) {
        id -> Integer,
        batch_id -> Integer,
        at_ms -> BigInt,
        place -> Text,
        tasted -> Text,
        note -> Text,
        removed_ms -> Nullable<BigInt>,
    }
}

diesel::table! {
    photo (id) {
        id -> Integer,
        batch_id -> Integer,
        at_ms -> BigInt,
        width_px -> Integer,
        height_px -> Integer,
        image -> Binary,
        small -> Binary,
        removed_ms -> Nullable<BigInt>,
    }
}

diesel::joinable!(sweet_version -> sweet (sweet_id));
diesel::joinable!(batch_event -> batch (batch_id));
diesel::joinable!(verdict -> batch (batch_id));
diesel::allow_tables_to_appear_in_same_query!(
    kitchen,
    kitchen_history,
    batch,
    batch_event,
    verdict,
    sweet,
    sweet_version,
    sweet_unfinished,
    network,
    device,
    instrument,
    instrument_sample,
    planning_document,
    tasting,
    photo,
);
