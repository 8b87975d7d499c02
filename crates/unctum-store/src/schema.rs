//! The tables, as the migrations make them.
#![allow(missing_docs)]

diesel::table! {
    kitchen (id) {
        id -> Integer,
        name -> Text,
        altitude_m -> Nullable<Double>,
        pressure_pa -> Nullable<Double>,
        room_c -> Double,
        humidity_frac -> Double,
        scale_step_g -> Nullable<Double>,
        refractometer_offset_brix -> Nullable<Double>,
        temperature_unit -> Text,
        mass_unit -> Text,
        ladder_json -> Text,
        version -> Integer,
    }
}

diesel::table! {
    ring (id) {
        id -> Integer,
        name -> Text,
        kind -> Text,
        rated_power_w -> Double,
        efficiency_frac -> Double,
        efficiency_sd -> Double,
    }
}

diesel::table! {
    pan (id) {
        id -> Integer,
        name -> Text,
        tare_g -> Double,
        diameter_cm -> Double,
        wall_height_cm -> Double,
        heat_capacity_j_k -> Double,
        metal -> Nullable<Text>,
        weighed -> Bool,
    }
}

diesel::table! {
    thermometer (id) {
        id -> Integer,
        name -> Text,
        offset_k -> Double,
        ice_offset_k -> Nullable<Double>,
        sd_k -> Double,
    }
}

diesel::table! {
    tray (id) {
        id -> Integer,
        name -> Text,
        length_cm -> Double,
        width_cm -> Double,
        height_cm -> Double,
    }
}

diesel::table! {
    measure (id) {
        id -> Integer,
        name -> Text,
        volume_ml -> Double,
        volume_sd_ml -> Double,
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
    }
}

diesel::table! {
    batch_event (batch_id, seq) {
        batch_id -> Integer,
        seq -> Integer,
        at_ms -> BigInt,
        event_json -> Text,
        entry_id -> Nullable<Text>,
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

diesel::joinable!(sweet_version -> sweet (sweet_id));
diesel::joinable!(batch_event -> batch (batch_id));
diesel::joinable!(verdict -> batch (batch_id));
diesel::allow_tables_to_appear_in_same_query!(
    kitchen,
    ring,
    pan,
    thermometer,
    tray,
    measure,
    kitchen_history,
    batch,
    batch_event,
    verdict,
    sweet,
    sweet_version,
    sweet_unfinished,
    network,
    device,
);
