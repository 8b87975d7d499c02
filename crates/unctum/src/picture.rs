//! A photograph as it came from a phone, made upright and small; place and camera stay behind.

use std::io::Cursor;

use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageReader, Limits};
use rocket::http::Status;
use unctum_store::photo::Photo;

use crate::problem::{Answer, Problem};

/// Largest file that is taken in.
pub const MOST_MIB: u64 = 15;
/// Longest side and most pixels that are unpacked, and most memory for that.
const LONGEST_PX: u32 = 12_000;
const MOST_PIXELS: u64 = 50_000_000;
const MOST_BYTES: u64 = 160 * 1024 * 1024;
/// Longest side that is kept, and of the small one.
const KEPT_PX: u32 = 1600;
const SMALL_PX: u32 = 360;
const QUALITY: u8 = 82;

fn refused(detail: &str) -> Problem {
    Problem::new(Status::UnprocessableEntity, "no-picture", "No photograph", detail)
}

/// A photograph to keep. Of the file only its pixels are used.
///
/// # Errors
/// 422 in words for what is no picture, is broken, or has too many pixels.
pub fn shrunk(file: &[u8]) -> Answer<Photo> {
    let cannot =
        |_| refused("This file is no photograph that can be read. Take a JPEG, PNG or WebP picture.");
    if file.starts_with(&[0xFF, 0xD8]) && !is_whole_jpeg(file) {
        return Err(refused("This photograph broke off half way. Send it again."));
    }
    let mut reader =
        ImageReader::new(Cursor::new(file)).with_guessed_format().map_err(|_| Problem::broken())?;
    let mut limits = Limits::default();
    limits.max_image_width = Some(LONGEST_PX);
    limits.max_image_height = Some(LONGEST_PX);
    limits.max_alloc = Some(MOST_BYTES);
    reader.limits(limits);
    let mut decoder = reader.into_decoder().map_err(too_large_or(cannot))?;
    let (width, height) = decoder.dimensions();
    if u64::from(width) * u64::from(height) > MOST_PIXELS || decoder.total_bytes() > MOST_BYTES {
        return Err(too_many());
    }
    // How the phone was held is in the file; everything else in it is left behind.
    let upright = decoder.orientation().unwrap_or(image::metadata::Orientation::NoTransforms);
    let mut kept = within(DynamicImage::from_decoder(decoder).map_err(too_large_or(cannot))?, KEPT_PX);
    kept.apply_orientation(upright);
    let small = within(kept.clone(), SMALL_PX);
    Ok(Photo {
        width_px: i32::try_from(kept.width()).unwrap_or(0),
        height_px: i32::try_from(kept.height()).unwrap_or(0),
        image: jpeg(&kept)?,
        small: jpeg(&small)?,
    })
}

/// Whether a JPEG file goes on to the end of its picture: what is cut short would be kept with a grey lower half.
fn is_whole_jpeg(file: &[u8]) -> bool {
    const END: u8 = 0xD9;
    const SCAN: u8 = 0xDA;
    let stands_alone = |marker: u8| matches!(marker, 0x01 | 0xD0..=0xD8);
    let mut at = 2;
    loop {
        let (Some(0xFF), Some(&marker)) = (file.get(at), file.get(at + 1)) else { return false };
        at += 2;
        match marker {
            END => return true,
            // A marker may be filled up with more of its first byte.
            0xFF => at -= 1,
            marker if stands_alone(marker) => {}
            marker => {
                let Some(long) = file.get(at..).and_then(|rest| rest.first_chunk()) else { return false };
                at += usize::from(u16::from_be_bytes(*long));
                if marker == SCAN {
                    // In what was packed a marker is never one of these.
                    let packed =
                        |pair: &[u8]| !matches!(pair, [0xFF, next] if !matches!(next, 0x00 | 0xD0..=0xD7));
                    let rest = file.get(at..).unwrap_or_default();
                    let Some(end) = rest.windows(2).position(|pair| !packed(pair)) else { return false };
                    at += end;
                }
            }
        }
    }
}

fn too_many() -> Problem {
    refused("This picture has more pixels than any phone takes. Make it smaller, at most 50 megapixels.")
}

fn too_large_or(else_: impl Fn(image::ImageError) -> Problem) -> impl Fn(image::ImageError) -> Problem {
    move |e| if matches!(e, image::ImageError::Limits(_)) { too_many() } else { else_(e) }
}

/// No longer than that on its longer side; what is smaller stays as it is.
fn within(picture: DynamicImage, longest_px: u32) -> DynamicImage {
    if picture.width().max(picture.height()) <= longest_px {
        return picture;
    }
    picture.thumbnail(longest_px, longest_px)
}

fn jpeg(picture: &DynamicImage) -> Answer<Vec<u8>> {
    let mut bytes = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut bytes, QUALITY);
    picture.to_rgb8().write_with_encoder(encoder).map_err(|_| Problem::broken())?;
    Ok(bytes)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_jpeg_that_broke_off_is_told_from_a_whole_one() {
        let picture = DynamicImage::from(image::RgbImage::from_fn(60, 40, |x, y| {
            image::Rgb([(7 * x) as u8, (5 * y) as u8, (x * y) as u8])
        }));
        let whole = jpeg(&picture).expect("written");
        assert!(is_whole_jpeg(&whole) && shrunk(&whole).is_ok());
        for long in 0..whole.len() {
            assert!(!is_whole_jpeg(&whole[..long]), "{long} of {}", whole.len());
        }
        // Phones lay a film behind their pictures.
        let more = [whole.as_slice(), b"a film"].concat();
        assert!(is_whole_jpeg(&more) && shrunk(&more).is_ok());
        assert!(shrunk(&whole[..whole.len() / 2]).is_err());
    }
}
